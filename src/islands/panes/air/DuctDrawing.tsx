import type { DuctRun, Piece } from "../../../core/model/air/duct-run";
import styles from "../../../ui/Calculator.module.css";

interface Point {
  readonly x: number;
  readonly y: number;
}

const PX_PER_M = 34;
const [SHORTEST, LONGEST] = [60, 220];
const BEND_PX = 34;
const WIDE = 22;

/** The run as it is built, from the machine's outlet to the hood; each piece with its number, the worst marked. */
export function DuctDrawing({ run, worst }: { readonly run: DuctRun; readonly worst: number }) {
  const { points, middles } = laidOut(run);
  const last = points.at(-1) ?? { x: 0, y: 0 };
  const [left, right] = [-112, Math.max(...points.map((p) => p.x)) + 96];
  const [top, bottom] = [Math.min(...points.map((p) => p.y - 50), ...middles.map((m) => m.y - 20), -90), 56];
  const path = points.map((p, i) => `${i === 0 ? "M" : "L"}${p.x} ${p.y}`).join(" ");
  const foil = run.pieces.flatMap((p, i) => (p.material === "foil" ? [i] : []));
  return (
    <svg viewBox={`${left} ${top} ${right - left} ${bottom - top}`} className={styles.drawing} role="img" aria-label="The duct">
      <rect x={-104} y={-80} width={96} height={122} fill="none" stroke="var(--ink)" strokeWidth={3} />
      <path d="M-104 -58H-8" stroke="var(--ink)" strokeWidth={2.5} />
      <circle cx={-56} cy={-8} r={28} fill="none" stroke="var(--ink)" strokeWidth={2.5} />
      <path d={path} fill="none" stroke="var(--ink)" strokeWidth={WIDE} strokeLinejoin="round" />
      <path d={path} fill="none" stroke="var(--paper)" strokeWidth={WIDE - 5} strokeLinejoin="round" />
      {foil.map((i) => (
        <path
          key={i}
          d={`M${points[i]?.x} ${points[i]?.y}L${points[i + 1]?.x} ${points[i + 1]?.y}`}
          stroke="var(--ink)"
          strokeWidth={WIDE - 5}
          strokeDasharray="2.5 6"
        />
      ))}
      <path d={`M${last.x + 6} ${last.y - 44}V${last.y + 44}`} stroke="var(--ink)" strokeWidth={8} />
      <HoodAt at={last} isWorst={worst === run.pieces.length} />
      {middles.map((m, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: pieces are their places
        <g key={i}>
          <circle cx={m.x} cy={m.y} r={13} fill="var(--paper)" stroke={i === worst ? "var(--bad)" : "var(--ink)"} strokeWidth={2.5} />
          <text x={m.x} y={m.y + 5} textAnchor="middle">
            {i + 1}
          </text>
        </g>
      ))}
    </svg>
  );
}

function HoodAt({ at: { x, y }, isWorst }: { readonly at: Point; readonly isWorst: boolean }) {
  const stroke = isWorst ? "var(--bad)" : "var(--ink)";
  return (
    <g stroke={stroke} strokeWidth={3} fill="none">
      <path d={`M${x + 12} ${y - 24}H${x + 46}L${x + 60} ${y + 26}H${x + 12}`} fill={isWorst ? "var(--bad-soft)" : "var(--paper)"} />
      <path d={`M${x + 26} ${y - 12}l10 12M${x + 34} ${y + 2}l10 12`} />
    </g>
  );
}

/** Along, then up, then along again: a bend of 90° turns, one of 45° slants. */
function laidOut(run: DuctRun): { readonly points: Point[]; readonly middles: Point[] } {
  let [x, y] = [-8, 26];
  let up = false;
  const points: Point[] = [{ x, y }];
  const middles: Point[] = [];
  for (const piece of run.pieces) {
    const from = { x, y };
    if (piece.is === "straight") {
      const px = Math.min(LONGEST, Math.max(SHORTEST, piece.metres * PX_PER_M));
      if (up) y -= px;
      else x += px;
    } else if (piece.degrees === 45) {
      x += BEND_PX;
      y -= BEND_PX;
    } else {
      if (up) x += BEND_PX;
      else y -= BEND_PX;
      up = !up;
    }
    points.push({ x, y });
    middles.push(badgeAt(piece, from, { x, y }));
  }
  // However it ends, it goes out through the wall.
  if (up) points.push({ x: x + BEND_PX, y });
  return { points, middles };
}

/** Beside the piece: over what lies, left of what stands, outside of a bend. */
function badgeAt(piece: Piece, from: Point, to: Point): Point {
  const middle = { x: (from.x + to.x) / 2, y: (from.y + to.y) / 2 };
  if (piece.is === "bend") return { x: Math.max(from.x, to.x) + 30, y: Math.max(from.y, to.y) + 8 };
  return from.x === to.x ? { x: middle.x - 30, y: middle.y } : { x: middle.x, y: middle.y - 30 };
}
