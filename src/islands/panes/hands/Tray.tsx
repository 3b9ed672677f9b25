import type { Fastener } from "../../../core/model/machine/cabinet";
import type { Machine } from "../../../core/model/machine/format";
import { countOf, fastenerSays } from "../../../core/model/naming/fasteners";
import { panelName } from "../../../core/model/naming/names";
import { capital } from "../../../core/model/naming/text";
import type { TrayCup } from "../../../core/record/job/hands/tray";
import { Button } from "../../../ui/Button";
import styles from "./Tray.module.css";

interface Props {
  readonly machine: Machine;
  readonly cups: readonly TrayCup[];
  /** “As the machine's file says”, and “it differs”. */
  readonly onAsFile?: ((cup: TrayCup) => void) | undefined;
  readonly onDiffers?: ((cup: TrayCup) => void) | undefined;
}

export const cupName = (machine: Machine, of: string): string => capital(panelName(machine, of));

/** The cups in the order of removal, what is in each, and how many; on the way back they empty. */
export function Tray({ machine, cups, onAsFile, onDiffers }: Props) {
  return (
    <ol className={styles.tray} aria-label="Cups">
      {cups.map((cup, i) => {
        const count = countOf(cup.fasteners);
        const state = !cup.full ? "empty" : cup.counted ? "full" : "uncounted";
        return (
          <li key={cup.of} className={styles.cup} data-state={state}>
            <h3>
              {i + 1} {cupName(machine, cup.of)}: {cup.full ? count : `0 of ${count}`}
            </h3>
            <CupGlyph fasteners={cup.full ? cup.fasteners : []} state={state} />
            {cup.fasteners.map((f) => (
              <p key={fastenerSays(f)}>{fastenerSays(f)}</p>
            ))}
            {cup.full && !cup.counted && onAsFile && (
              <div>
                <Button onClick={() => onAsFile(cup)}>{count}, as the file says</Button>
              </div>
            )}
            {cup.full && onDiffers && (
              <div>
                <Button look="quiet" aria-label={`${cupName(machine, cup.of)}: doesn't match`} onClick={() => onDiffers(cup)}>
                  Doesn't match
                </Button>
              </div>
            )}
          </li>
        );
      })}
    </ol>
  );
}

const MOST_DRAWN = 9;

function CupGlyph({ fasteners, state }: { readonly fasteners: readonly Fastener[]; readonly state: string }) {
  const drawn = fasteners
    .flatMap((f) => Array.from({ length: f.count }, (_, i) => ({ f, key: `${fastenerSays(f)} ${i}` })))
    .slice(0, MOST_DRAWN);
  const step = 150 / Math.max(1, drawn.length);
  return (
    <svg viewBox="0 0 168 76" aria-hidden="true">
      <path d="M6 4H162" className="rim" />
      <path d="M6 4 22 62Q24 72 36 72H132Q144 72 146 62L162 4" className="side" />
      {drawn.map(({ f, key }, i) => (
        <g key={key} transform={`translate(${18 + step * (i + 0.5) - 9} 16)`}>
          <Fastened f={f} />
        </g>
      ))}
      {drawn.length === 0 && (
        <text x="84" y="46" className={state === "empty" ? "" : "word"}>
          {state === "empty" ? "0" : "empty"}
        </text>
      )}
    </svg>
  );
}

/** A fastener of its kind, head and length. */
function Fastened({ f }: { readonly f: Fastener }) {
  const shank = Math.min(40, 10 + (f.lengthMm ?? 12));
  if (f.is === "clip" || f.is === "hook" || f.is === "tab") return <path d="M-6 0V16Q0 24 6 16V4" />;
  if (f.is === "nut") return <path d="M-7 4 0 0 7 4V12L0 16-7 12Z" className="screw" />;
  const isHex = f.head?.startsWith("hex") ?? false;
  return (
    <>
      {isHex ? <path d="M-7 0H7V7H-7ZM-2.5 0V7M2.5 0V7" className="screw" /> : <path d="M-7 7Q-7 0 0 0 7 0 7 7Z" className="screw" />}
      <path
        d={`M-3 7V${7 + shank}L0 ${11 + shank} 3 ${7 + shank}V7ZM-3 ${12 + 2}L3 ${11}M-3 ${20}L3 ${17}M-3 ${26}L3 ${23}`}
        className="screw"
      />
    </>
  );
}
