import type { Routing } from "../../../core/model/machine/cabinet";
import form from "../../../ui/Form.module.css";
import styles from "./Hands.module.css";

interface Wheel {
  readonly x: number;
  readonly y: number;
  readonly radius: number;
}
interface Point {
  readonly x: number;
  readonly y: number;
}

/** Tells how the belt of this machine runs: round the drum, the idler and the motor's pulley, its ribs on the side that is said. */
export function Belt({ routing }: { readonly routing: Routing }) {
  const { drum, idler, motor, seenFrom, says, ribs } = routing;
  const wheels: readonly Wheel[] = [{ x: 0, y: 0, radius: drum }, idler, motor];
  const left = Math.min(...wheels.map((w) => w.x - w.radius)) - 40;
  const right = Math.max(...wheels.map((w) => w.x + w.radius)) + 40;
  const top = drum + 60;
  const bottom = Math.min(...wheels.map((w) => w.y - w.radius)) - 90;
  return (
    <div className={styles.belt}>
      <svg
        viewBox={`${left} ${-top} ${right - left} ${top - bottom}`}
        role="img"
        aria-label={`How the belt runs, seen from the ${seenFrom}`}
      >
        {/* Up is up: the drawing counts down. */}
        <g transform="scale(1 -1)">
          {wheels.map((w) => (
            <circle key={`${w.x} ${w.y}`} cx={w.x} cy={w.y} r={w.radius} />
          ))}
          <path className="run" d={runOf(routing)} />
        </g>
        <text x={0} y={8}>
          drum
        </text>
        <text x={idler.x} y={-idler.y + idler.radius + 44}>
          idler
        </text>
        <text x={motor.x} y={-motor.y + motor.radius + 62}>
          motor
        </text>
      </svg>
      <div className={form.pane}>
        <h3>Seen from the {seenFrom}</h3>
        <ol className={styles.how}>
          {says.map((s) => (
            <li key={s}>{s}</li>
          ))}
        </ol>
        <p>{ribs === "drum" ? "Ribs inside: they touch drum and pulley." : "Ribs outside."}</p>
      </div>
    </div>
  );
}

/**
 * The belt as a path: it leaves the drum on the idler's side, bends the other way round the idler (its plain side runs on it), goes round the pulley, and back on to
 * the drum. Straight stretches are common tangents of the circles.
 */
function runOf({ drum, idler, motor }: Routing): string {
  const big: Wheel = { x: 0, y: 0, radius: drum };
  // Going round the pulley with its plain side out, the belt turns the drum's way there, and the other way on the idler.
  const side = motor.x >= idler.x ? 1 : -1;
  const [a, b] = tangent(big, idler, side, true);
  const [c, d] = tangent(idler, motor, -side, true);
  const [e, f] = tangent(motor, big, side, false);
  const arc = (radius: number, large: 0 | 1, sweep: 0 | 1, to: Point) => `A${radius} ${radius} 0 ${large} ${sweep} ${to.x} ${to.y}`;
  const turn: 0 | 1 = side > 0 ? 1 : 0;
  const other: 0 | 1 = side > 0 ? 0 : 1;
  return `M${a.x} ${a.y}L${b.x} ${b.y}${arc(idler.radius, 0, other, c)}L${d.x} ${d.y}${arc(motor.radius, 0, turn, e)}L${f.x} ${f.y}${arc(drum, 1, turn, a)}`;
}

/** A common tangent of two circles, leaving the one on its right (`side` 1) or left; crossed: it ends on the other side of the second. */
function tangent(one: Wheel, two: Wheel, side: number, crossed: boolean): readonly [Point, Point] {
  const [dx, dy] = [two.x - one.x, two.y - one.y];
  const far = Math.hypot(dx, dy);
  const gap = crossed ? one.radius + two.radius : one.radius - two.radius;
  const along = Math.atan2(dy, dx);
  const angle = along - side * Math.acos(Math.max(-1, Math.min(1, gap / far)));
  const back = crossed ? angle + Math.PI : angle;
  return [
    { x: one.x + one.radius * Math.cos(angle), y: one.y + one.radius * Math.sin(angle) },
    { x: two.x + two.radius * Math.cos(back), y: two.y + two.radius * Math.sin(back) },
  ];
}
