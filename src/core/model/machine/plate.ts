import { z } from "zod";
import { hasHood, type Machine } from "./format";

const word = z.string().trim().min(1).max(60);

/** Holds what stands on a plate, as far as it was read. */
export const plateSchema = z
  .strictObject({
    maker: word.optional().describe("Maker."),
    model: word.optional().describe("Model."),
    fuel: z.enum(["electric", "gas"]).optional().describe("What makes the heat."),
    volts: z
      .union([z.literal(240), z.literal(208), z.literal(120), z.literal(230)])
      .optional()
      .describe("The supply, V."),
    vented: z.boolean().optional().describe("Whether it blows outside."),
  })
  .describe("What stands on its plate, where that is another machine than the one whose sheet is used.");

export type Plate = z.infer<typeof plateSchema>;
export type PlateRow = keyof Plate;
export const PLATE_ROWS: readonly PlateRow[] = ["maker", "model", "fuel", "volts", "vented"];

/** Gives what would stand on the plate of a machine whose sheet is here. */
export const plateOf = (machine: Machine): Plate => ({
  maker: machine.maker,
  model: machine.model,
  fuel: machine.burner ? "gas" : "electric",
  volts: supplyVolts(machine),
  vented: hasHood(machine),
});

/** Nominal volts between the legs, or of the only one; RMS phasors. */
function supplyVolts({ supply: { legs } }: Machine): Plate["volts"] {
  const at = (degrees: number) => (degrees * Math.PI) / 180;
  const [a, b] = legs;
  if (!a) return undefined;
  const [re, im] = b
    ? [
        a.volts * Math.cos(at(a.degrees)) - b.volts * Math.cos(at(b.degrees)),
        a.volts * Math.sin(at(a.degrees)) - b.volts * Math.sin(at(b.degrees)),
      ]
    : [a.volts, 0];
  return ([240, 208, 120, 230] as const).find((v) => Math.abs(Math.hypot(re, im) - v) < 3);
}

const plain = (text: string): string => text.toLowerCase().replace(/[^\p{L}\p{N} ]/gu, "");

/** A model by fewer words is the same: “E27” on a plate is the sheet's “E27 on 208 V”. */
function isSame(row: PlateRow, onPlate: Plate[PlateRow], onSheet: Plate[PlateRow]): boolean {
  if (typeof onPlate !== "string" || typeof onSheet !== "string") return onPlate === onSheet;
  const [plate, sheet] = [plain(onPlate), plain(onSheet)];
  return plate === sheet || (row === "model" && sheet.startsWith(`${plate} `));
}

/** Rows in which a plate says otherwise than the sheet; what was not read differs in nothing. */
export function differsIn(plate: Plate, machine: Machine): PlateRow[] {
  const sheet = plateOf(machine);
  return PLATE_ROWS.filter((row) => plate[row] !== undefined && !isSame(row, plate[row], sheet[row]));
}

/** Holds what each row weighs when the nearest is looked for (est.): another fuel is another machine. */
const WEIGHTS: Readonly<Record<PlateRow, number>> = { maker: 3, model: 4, fuel: 6, volts: 3, vented: 3 };

/** From 0, nothing alike, to 1; rows that were not read are left out. */
function nearness(plate: Plate, machine: Machine): number {
  const sheet = plateOf(machine);
  const read = PLATE_ROWS.filter((row) => plate[row] !== undefined);
  const alike = (row: PlateRow): number => {
    if (isSame(row, plate[row], sheet[row])) return 1;
    return row === "model" ? beginAlike(plain(plate.model ?? ""), plain(sheet.model ?? "")) : 0;
  };
  const whole = read.reduce((sum, row) => sum + WEIGHTS[row], 0);
  return whole === 0 ? 0 : read.reduce((sum, row) => sum + WEIGHTS[row] * alike(row), 0) / whole;
}

/** Share of a name, and of as many words of another, that is the same from their first sign on. */
function beginAlike(a: string, sheet: string): number {
  const b = sheet.split(" ").slice(0, a.split(" ").length).join(" ");
  let n = 0;
  while (n < Math.min(a.length, b.length) && a[n] === b[n]) n++;
  return n / Math.max(1, a.length, b.length);
}

/** The machines, the nearest to a plate first. */
export const nearestFirst = <M extends { readonly machine: Machine }>(plate: Plate, machines: readonly M[]): M[] =>
  machines
    .map((m) => ({ m, near: nearness(plate, m.machine) }))
    .sort((a, b) => b.near - a.near)
    .map(({ m }) => m);
