import type { Machine } from "../machine/format";
import { type DuctRun, lossOf } from "./duct-run";

type Fan = Pick<Machine["thermal"], "fanShutoffPa" | "fanFreeM3PerS">;

/** Pressure of the fan at its outlet at a flow, m³/s: p0 (1 − (V/V0)²), a parabola through what its file gives (ASHRAE Handbook, Systems and Equipment, “Fans”). Pa. */
export const fanPressure = ({ fanShutoffPa, fanFreeM3PerS }: Fan, flow: number): number => fanShutoffPa * (1 - (flow / fanFreeM3PerS) ** 2);

/** The flow at which the fan gives a pressure, Pa; 0 at its shut-off pressure and above. m³/s. */
export const flowAtPressure = ({ fanShutoffPa, fanFreeM3PerS }: Fan, pascal: number): number =>
  fanFreeM3PerS * Math.sqrt(Math.max(0, 1 - Math.max(0, pascal) / fanShutoffPa));

/** Where fan and duct meet: m³/s, Pa. Halved down to a millionth. */
export function operatingPoint(fan: Fan, loss: (flow: number) => number): { readonly flow: number; readonly pascal: number } {
  let [low, high] = [0, fan.fanFreeM3PerS];
  for (let i = 0; i < 40; i++) {
    const flow = (low + high) / 2;
    if (fanPressure(fan, flow) > loss(flow)) low = flow;
    else high = flow;
  }
  return { flow: low, pascal: fanPressure(fan, low) };
}

/** The loss curve of a run; of a machine whose run nobody has built, of the clear duct in its file. */
export const lossCurve =
  ({ thermal }: Machine, run: DuctRun | undefined) =>
  (flow: number): number =>
    run ? lossOf(run, flow) : thermal.ductPaPerM3PerS2 * flow * flow;
