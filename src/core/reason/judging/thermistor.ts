import { USUAL_LEADS_OHM } from "../../model/instrument/meter-error";
import type { Machine, PartOf } from "../../model/machine/format";
import { thermistorC, thermistorOhms } from "../../model/machine/parts/kinds/thermistor";
import { ROOM_SIGMA_K, SAID_SIGMA_K } from "../../record/finding/circumstances";
import { HAND_C, HAND_SIGMA_K, type OhmsFinding, thermistorAcross } from "../../record/finding/kinds/ohms";

/** A thermistor's reading on its curve. */
export interface OnCurve {
  /** Ω, leads taken off. */
  readonly ohms: number;
  /** °C at which it was taken to be, ± K, and whether anybody said so. */
  readonly celsius: number;
  readonly kelvin: number;
  readonly said: boolean;
  /** Ω of its curve there. */
  readonly curve: number;
  /** °C at which its curve has what was read. */
  readonly readsAs: number;
  /** Holds what was read against its curve, less 1; with how far the temperature and the part's tolerance leave it open. */
  readonly drift: { readonly share: number; readonly low: number; readonly high: number };
}

/** Where a reading of a thermistor lies on its curve; `undefined` for OL, or what is no thermistor. */
export function onCurve(machine: Machine, finding: OhmsFinding): OnCurve | undefined {
  const part = thermistorAcross(finding, machine);
  if (!part || finding.result.is !== "value") return undefined;
  const { partC, partHot, ambientC } = finding.circumstances;
  const ohms = finding.result.value - (finding.meter?.leadOhms ?? USUAL_LEADS_OHM);
  const celsius = partC ?? (partHot ? HAND_C : (ambientC ?? machine.thermal.ambientC));
  const said = partC !== undefined || (!partHot && ambientC !== undefined);
  const kelvin = said ? SAID_SIGMA_K : partHot && partC === undefined ? HAND_SIGMA_K : ROOM_SIGMA_K;
  return { ohms, celsius, kelvin, said, ...against(part, ohms, celsius, kelvin) };
}

function against(part: PartOf<"thermistor">, ohms: number, celsius: number, kelvin: number): Pick<OnCurve, "curve" | "readsAs" | "drift"> {
  const curve = thermistorOhms(part, celsius);
  return {
    curve,
    readsAs: thermistorC(part, ohms),
    drift: {
      share: ohms / curve - 1,
      low: ohms / thermistorOhms(part, celsius - kelvin) - 1,
      high: ohms / thermistorOhms(part, celsius + kelvin) - 1,
    },
  };
}

/** °C from which to which a curve is drawn. */
const DRAWN = { from: 0, to: 100, step: 5 };

/** Points of its curve with what its tolerance allows. °C, Ω. */
export function curvePoints(part: PartOf<"thermistor">) {
  return Array.from({ length: (DRAWN.to - DRAWN.from) / DRAWN.step + 1 }, (_, i) => {
    const celsius = DRAWN.from + i * DRAWN.step;
    const ohms = thermistorOhms(part, celsius);
    return { celsius, ohms, low: ohms * (1 - part.tolerance), high: ohms * (1 + part.tolerance) };
  });
}

/** True where it fell when it was held in the hand, as it must; `undefined` while one of the two is missing. */
export function fellInHand(cold: OnCurve | undefined, warm: OnCurve | undefined): boolean | undefined {
  return cold && warm ? warm.ohms < cold.ohms * FALLS_BY : undefined;
}
/** By 5 K at least: a tenth less than it was. */
const FALLS_BY = 0.9;
