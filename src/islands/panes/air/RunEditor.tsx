import { Plus, X } from "lucide-react";
import { type DuctRun, HOODS, lengthsOf, type Material, type Piece, USUAL_LIMIT_M } from "../../../core/model/air/duct-run";
import { AIR_RANGES } from "../../../core/model/air/ranges";
import { feet } from "../../../core/model/quantity/format";
import { METRES_PER_INCH } from "../../../core/model/quantity/quantity";
import { HOOD_SAYS, inWcSays, pieceSays } from "../../../core/speech/words/bench/air";
import bench from "../../../ui/Bench.module.css";
import { Button } from "../../../ui/Button";
import styles from "../../../ui/Calculator.module.css";
import { NumberField } from "../../../ui/NumberField";

interface Props {
  readonly run: DuctRun;
  readonly onRun: (run: DuctRun) => void;
  /** Pa of each piece, the hood last, at the flow that is there. */
  readonly losses: readonly number[];
  readonly worst: number;
}

const DIAMETERS = [0.08, 0.1016, 0.125, 0.1524];
const OPEN = [1, 0.75, 0.5, 0.25, 0.1];
const NEW_METRES = 1.524;

/** The run, piece by piece, with what each loses; a piece is added with one touch. */
export function RunEditor({ run, onRun, losses, worst }: Props) {
  const { straight, bends, allowed } = lengthsOf(run);
  const last = run.pieces.length;
  return (
    <section aria-label="The run">
      <h3>The duct, from the machine out</h3>
      <ol className={styles.pieces}>
        {run.pieces.map((piece, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: pieces are their places
          <li key={`${i} ${piece.is}`} data-worst={i === worst}>
            <b>{i + 1}</b>
            <span className={styles.length}>
              <PieceLength piece={piece} onPiece={(p) => onRun({ ...run, pieces: run.pieces.with(i, p) })} />
            </span>
            <output aria-label={`Loss of piece ${i + 1}`}>{inWcSays(losses[i] ?? 0)}</output>
            <Button
              look="quiet"
              aria-label={`Take out piece ${i + 1}`}
              disabled={last === 1}
              onClick={() => onRun({ ...run, pieces: run.pieces.toSpliced(i, 1) })}
            >
              <X size={18} aria-hidden />
            </Button>
          </li>
        ))}
        <li data-worst={worst === last}>
          <b>{last + 1}</b>
          <span className={styles.length}>
            <HoodChoice run={run} onRun={onRun} />
          </span>
          <output aria-label="Loss of the hood">{inWcSays(losses.at(-1) ?? 0)}</output>
          <span />
        </li>
      </ol>
      <div className={styles.buttons}>
        {ADDED.map(({ says, piece }) => (
          <Button key={says} onClick={() => onRun({ ...run, pieces: [...run.pieces, piece] })}>
            <Plus size={16} aria-hidden /> {says}
          </Button>
        ))}
        <Choice
          label="Diameter"
          value={run.diameterM}
          of={DIAMETERS}
          says={(d) => `${(d / METRES_PER_INCH).toFixed(0)} in.`}
          onChoose={(diameterM) => onRun({ ...run, diameterM })}
        />
      </div>
      <p className={straight > allowed ? bench.caution : styles.note}>
        {feet(straight)} straight, {feet(bends)} for its bends; {feet(allowed)} are allowed ({feet(USUAL_LIMIT_M)} less the bends: a
        default, go by the manufacturer).
      </p>
    </section>
  );
}

function PieceLength({ piece, onPiece }: { readonly piece: Piece; readonly onPiece: (piece: Piece) => void }) {
  if (piece.is === "bend") return pieceSays(piece);
  return (
    <NumberField
      label={pieceSays(piece)}
      range={AIR_RANGES.metres}
      value={piece.metres}
      onChange={(metres) => metres !== undefined && onPiece({ ...piece, metres })}
    />
  );
}

function HoodChoice({ run, onRun }: Pick<Props, "run" | "onRun">) {
  return (
    <>
      <Choice label="Hood" value={run.hood} of={HOODS} says={(h) => HOOD_SAYS[h]} onChoose={(hood) => onRun({ ...run, hood })} />
      <Choice
        label="How far the hood is open"
        value={run.hoodOpen}
        of={OPEN}
        says={(share) => (share === 1 ? "all open" : `${share * 100}% open`)}
        onChoose={(hoodOpen) => onRun({ ...run, hoodOpen })}
      />
    </>
  );
}

interface ChoiceProps<V extends string | number> {
  readonly label: string;
  readonly value: V;
  readonly of: readonly V[];
  readonly says: (value: V) => string;
  readonly onChoose: (value: V) => void;
}

/** One of a few. */
function Choice<V extends string | number>({ label, value, of, says, onChoose }: ChoiceProps<V>) {
  return (
    <select
      className={bench.field}
      aria-label={label}
      value={value}
      onChange={(e) => onChoose(of.find((v) => String(v) === e.target.value) ?? value)}
    >
      {of.map((v) => (
        <option key={v} value={v}>
          {says(v)}
        </option>
      ))}
    </select>
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
