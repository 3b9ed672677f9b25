import { Plus, X } from "lucide-react";
import { type DuctRun, HOODS, type Hood, lengthsOf, type Material, type Piece, USUAL_LIMIT_M } from "../../core/air/duct-run";
import { AIR_RANGES } from "../../core/air/ranges";
import { HOOD_SAYS, inWcSays, pieceSays } from "../../core/language/air";
import { Button } from "../../ui/Button";
import bench from "../benches/shared/Bench.module.css";
import { NumberField } from "../worked/NumberField";
import styles from "../worked/Worked.module.css";

interface Props {
  readonly run: DuctRun;
  readonly onRun: (run: DuctRun) => void;
  /** Pa of each piece, the hood last, at the flow that is there. */
  readonly losses: readonly number[];
  readonly worst: number;
}

const DIAMETERS = [0.08, 0.1016, 0.125, 0.1524];
const OPEN = [1, 0.75, 0.5, 0.25, 0.1];
const NEW_METRES = 1.5;

/** The run, piece by piece, with what each loses; a piece is added with one touch. */
export function RunEditor({ run, onRun, losses, worst }: Props) {
  const { straight, bends, allowed } = lengthsOf(run);
  const put = (i: number, piece: Piece) => onRun({ ...run, pieces: run.pieces.with(i, piece) });
  const add = (piece: Piece) => onRun({ ...run, pieces: [...run.pieces, piece] });
  return (
    <section aria-label="The run">
      <h3>The run, from the machine outwards</h3>
      <ol className={styles.pieces}>
        {run.pieces.map((piece, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: pieces are their places
          <li key={`${i} ${piece.is}`} data-worst={i === worst}>
            <b>{i + 1}</b>
            <span className={styles.length}>
              {piece.is === "straight" ? (
                <NumberField
                  label={pieceSays(piece)}
                  range={AIR_RANGES.metres}
                  value={piece.metres}
                  onChange={(metres) => metres !== undefined && put(i, { ...piece, metres })}
                />
              ) : (
                pieceSays(piece)
              )}
            </span>
            <output aria-label={`Loss of piece ${i + 1}`}>{inWcSays(losses[i] ?? 0)}</output>
            <Button
              look="quiet"
              aria-label={`Take out piece ${i + 1}`}
              disabled={run.pieces.length === 1}
              onClick={() => onRun({ ...run, pieces: run.pieces.toSpliced(i, 1) })}
            >
              <X size={18} aria-hidden />
            </Button>
          </li>
        ))}
        <li data-worst={worst === run.pieces.length}>
          <b>{run.pieces.length + 1}</b>
          <span className={styles.length}>
            <select
              className={bench.field}
              aria-label="Hood"
              value={run.hood}
              onChange={(e) => onRun({ ...run, hood: hoodOf(e.target.value) })}
            >
              {HOODS.map((h) => (
                <option key={h} value={h}>
                  {HOOD_SAYS[h]}
                </option>
              ))}
            </select>
            <select
              className={bench.field}
              aria-label="How far the hood is open"
              value={run.hoodOpen}
              onChange={(e) => onRun({ ...run, hoodOpen: Number(e.target.value) })}
            >
              {OPEN.map((share) => (
                <option key={share} value={share}>
                  {share === 1 ? "all open" : `${share * 100} % open`}
                </option>
              ))}
            </select>
          </span>
          <output aria-label="Loss of the hood">{inWcSays(losses.at(-1) ?? 0)}</output>
          <span />
        </li>
      </ol>
      <div className={styles.buttons}>
        {ADDED.map(({ says, piece }) => (
          <Button key={says} onClick={() => add(piece)}>
            <Plus size={16} aria-hidden /> {says}
          </Button>
        ))}
        <select
          className={bench.field}
          aria-label="Diameter"
          value={run.diameterM}
          onChange={(e) => onRun({ ...run, diameterM: Number(e.target.value) })}
        >
          {DIAMETERS.map((d) => (
            <option key={d} value={d}>
              {Math.round(d * 1000)} mm, {(d / 0.0254).toFixed(0)} in
            </option>
          ))}
        </select>
      </div>
      <p className={straight > allowed ? bench.caution : styles.note}>
        {straight.toFixed(1)} m straight, {bends.toFixed(1)} m for its bends; {allowed.toFixed(1)} m are allowed ({USUAL_LIMIT_M.toFixed(1)}{" "}
        m less the bends: a default, the maker’s figure wins).
      </p>
    </section>
  );
}

const of = (material: Material, degrees?: 45 | 90): Piece =>
  degrees === undefined ? { is: "straight", material, metres: NEW_METRES } : { is: "bend", material, degrees };

const ADDED: readonly { readonly says: string; readonly piece: Piece }[] = [
  { says: "metal", piece: of("metal") },
  { says: "foil", piece: of("foil") },
  { says: "bend 90°", piece: of("metal", 90) },
  { says: "bend 45°", piece: of("metal", 45) },
];

const hoodOf = (text: string): Hood => HOODS.find((h) => h === text) ?? "louvres";
