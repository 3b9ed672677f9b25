import { useEffect, useRef, useState } from "react";
import SignaturePad from "signature_pad";
import type { Signature } from "../../../core/record/job/state";
import bench from "../../../ui/Bench.module.css";
import { Button } from "../../../ui/Button";
import styles from "./Hand.module.css";

interface Props {
  readonly customer: string;
  readonly onSigned: (to: string, signed: Signature | undefined) => void;
  readonly onLeave: () => void;
}

/** The customer's name, typed; and drawn with a finger, a pen or a mouse where they want to. */
export function SignHere({ customer, onSigned, onLeave }: Props) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const pad = useRef<SignaturePad>(undefined);
  const [to, setTo] = useState(customer);
  useEffect(() => {
    const at = canvas.current;
    if (!at) return;
    // As many points as the screen has, so that the line is sharp.
    const ratio = Math.max(1, devicePixelRatio);
    at.width = at.offsetWidth * ratio;
    at.height = at.offsetHeight * ratio;
    at.getContext("2d")?.scale(ratio, ratio);
    const own = new SignaturePad(at, { penColor: getComputedStyle(at).color });
    pad.current = own;
    return () => own.off();
  }, []);
  const signed = (): Signature | undefined => {
    const at = canvas.current;
    if (!at || !pad.current || pad.current.isEmpty()) return undefined;
    return strokesOf(pad.current, at.offsetWidth, at.offsetHeight);
  };
  return (
    <form
      className={styles.sign}
      onSubmit={(e) => {
        e.preventDefault();
        if (to.trim() !== "") onSigned(to.trim(), signed());
      }}
    >
      <label>
        Name
        <input className={bench.field} value={to} maxLength={120} onChange={(e) => setTo(e.target.value)} />
      </label>
      <canvas ref={canvas} aria-label="Sign here" />
      <div>
        <Button look="main" type="submit" disabled={to.trim() === ""}>
          Finish handover
        </Button>
        <Button onClick={() => pad.current?.clear()}>Clear signature</Button>
        <Button look="quiet" onClick={onLeave}>
          Not yet
        </Button>
      </div>
    </form>
  );
}

const MOST_STROKES = 120;
const MOST_POINTS = 400;

/** Strokes in the record's own measure, 1000 wide by 300 high; of very long ones every other point. */
function strokesOf(pad: SignaturePad, width: number, height: number): Signature {
  const within = (n: number, most: number) => Math.round(Math.min(most, Math.max(0, n)));
  return pad
    .toData()
    .slice(0, MOST_STROKES)
    .map(({ points }) => {
      const step = Math.ceil(points.length / MOST_POINTS);
      return points
        .filter((_, i) => i % step === 0)
        .flatMap((p) => [within((p.x / width) * 1000, 1000), within((p.y / height) * 300, 300)]);
    })
    .filter((s) => s.length >= 2);
}
