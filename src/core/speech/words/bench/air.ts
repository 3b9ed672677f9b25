import type { AirVerdict, Choke } from "../../../model/air/choke";
import type { Consequence } from "../../../model/air/consequence";
import type { DuctRun, Piece } from "../../../model/air/duct-run";
import type { AirMeasured } from "../../../model/air/estimates";
import type { Figure } from "../../../model/quantity/figure";
import { formatValue } from "../../../model/quantity/format";
import { cfmOf, PASCAL_PER_INCH_OF_WATER } from "../../../model/quantity/quantity";

/** “65 ±11 cfm”: with 2 σ. */
export const flowSays = ({ value, sigma }: Figure): string => `${cfmOf(value).toFixed(0)} ±${cfmOf(2 * sigma).toFixed(0)} cfm`;

export const inWcSays = (pascal: number): string => `${(pascal / PASCAL_PER_INCH_OF_WATER).toFixed(2)} in w.c.`;

/** Holds what an estimate was made from. */
export const FROM_SAYS: Readonly<Record<keyof AirMeasured, string>> = {
  backPressure: "back pressure",
  hood: "speed at the hood",
  rise: "two temperatures",
  louvres: "louvers counted",
};

export const pieceSays = (piece: Piece): string =>
  piece.is === "bend" ? `${piece.material} bend ${piece.degrees}°` : `${piece.material}, straight`;

export const HOOD_SAYS: Readonly<Record<DuctRun["hood"], string>> = {
  louvres: "hood with louvers",
  flap: "hood with a flap",
  none: "open end",
};

/** More than so many loads nobody counts. */
const COUNTED_LOADS = 300;

function loadsSay({ loads }: Consequence): string | undefined {
  if (!loads) return undefined;
  const least = loads.least.toFixed(0);
  if (loads.likely > COUNTED_LOADS) return `hundreds of loads, not before ${least} (est.)`;
  const most = loads.most > COUNTED_LOADS ? "hundreds" : loads.most.toFixed(0);
  return `about ${loads.likely.toFixed(0)} ${loads.likely < 1.5 ? "load" : "loads"} (${least} to ${most}, est.)`;
}

const percent = (share: number): string => `${Math.round(100 * share)}%`;

/** Gives what follows if only the blown part is replaced. */
function againSays(now: Consequence): string {
  if (now.cutOffAtS !== undefined) return "Replace only the cut-off and it opens again in the first load.";
  const loads = loadsSay(now);
  if (loads) return `Replace only the cut-off and it opens again in ${loads}.`;
  if (now.limitAtS === undefined) return "The high limit stays closed at this flow. No cut-off opens from it.";
  return "The high limit trips and saves the cut-off: short heat, long dry time.";
}

/** The verdict in a headline, and what follows if only the blown part is replaced. */
export function airVerdictSays(
  verdict: AirVerdict,
  choke: Choke,
  now: Consequence | undefined,
  worst: string | undefined,
): { readonly title: string; readonly follows: string } {
  const free = `Vent ${percent(choke.free)} clear (${percent(choke.least)} to ${percent(choke.most)})`;
  if (verdict === "clear")
    return {
      title: "Airflow isn't the cause. Check the element.",
      follows: `${free}. An open thermal fuse or cut-off has another cause: grounded element, thermostat stuck closed.`,
    };
  const again = now ? againSays(now) : "Calculating what it does…";
  if (verdict === "may-be") return { title: "Airflow may be the cause. Check it another way.", follows: `${free}. ${again}` };
  return { title: worst ? `Airflow is the cause: ${worst}` : "Airflow is the cause: vent restricted", follows: `${free}. ${again}` };
}

/** A column of the table: what a flow does. Each with whether it is as it should be. */
interface AirRow {
  readonly name: string;
  readonly cells: readonly { readonly says: string; readonly is?: "good" | "bad" | undefined }[];
}

interface Case {
  readonly flow: string;
  readonly pascal: number;
  readonly does: Consequence | undefined;
}

/** The table under the chart, row by row; a case that is still being worked out has dots. */
export function airRows(cases: readonly Case[], limitPa: number): AirRow[] {
  const each = (name: string, says: (c: Consequence) => AirRow["cells"][number]): AirRow => ({
    name,
    cells: cases.map(({ does }) => (does ? says(does) : { says: "…" })),
  });
  const minutes = (s: number): string => formatValue(s, "second");
  return [
    { name: "air flow", cells: cases.map((c) => ({ says: c.flow })) },
    { name: "at the outlet", cells: cases.map((c) => ({ says: inWcSays(c.pascal), is: c.pascal > limitPa ? "bad" : "good" })) },
    each("heater box reaches", (c) => ({ says: formatValue(c.boxC, "celsius"), is: c.limitAtS === undefined ? "good" : "bad" })),
    each("limit opens", (c) =>
      c.limitAtS === undefined ? { says: "never", is: "good" } : { says: `after ${minutes(c.limitAtS)}`, is: "bad" },
    ),
    each("exhaust, est.", (c) => ({ says: `${formatValue(c.exhaustLowC, "celsius")} to ${formatValue(c.exhaustHighC, "celsius")}` })),
    each("load dry in, est.", (c) => ({ says: c.dryS === undefined ? "not in one cycle" : minutes(c.dryS) })),
    each("energy per load", (c) => ({ says: `${c.kilowattHours.toFixed(1)} kWh` })),
    each("cut-off opens again in", (c) =>
      c.cutOffAtS !== undefined
        ? { says: `first load, ${minutes(c.cutOffAtS)}`, is: "bad" }
        : c.loads
          ? { says: c.loads.likely > COUNTED_LOADS ? "hundreds of loads" : `${c.loads.likely.toFixed(0)} loads, est.`, is: "bad" }
          : { says: "not by air", is: "good" },
    ),
  ];
}
