import { z } from "zod";
import { registry } from "../registry";
import type { PartDefinition } from "./definition";
import { belt } from "./kinds/belt";
import { board } from "./kinds/board";
import { capacitor } from "./kinds/capacitor";
import { centrifugalContact } from "./kinds/centrifugal-contact";
import { coil } from "./kinds/coil";
import { conductor } from "./kinds/conductor";
import { duct } from "./kinds/duct";
import { element } from "./kinds/element";
import { fuse } from "./kinds/fuse";
import { gasSupply } from "./kinds/gas-supply";
import { gasValve } from "./kinds/gas-valve";
import { igniter } from "./kinds/igniter";
import { moistureBars } from "./kinds/moisture-bars";
import { motor } from "./kinds/motor";
import { radiantSensor } from "./kinds/radiant-sensor";
import { relay } from "./kinds/relay";
import { resistor } from "./kinds/resistor";
import { setting } from "./kinds/setting";
import { supplyPart } from "./kinds/supply";
import { switchPart } from "./kinds/switch";
import { tank } from "./kinds/tank";
import { thermistor } from "./kinds/thermistor";
import { thermostat } from "./kinds/thermostat";
import { timerContact } from "./kinds/timer-contact";

/** Every kind of part. A new kind is a file beside these and a line here. */
const PART_KINDS = [
  conductor,
  switchPart,
  timerContact,
  centrifugalContact,
  thermostat,
  fuse,
  element,
  motor,
  capacitor,
  resistor,
  coil,
  igniter,
  radiantSensor,
  gasValve,
  gasSupply,
  supplyPart,
  belt,
  tank,
  relay,
  thermistor,
  moistureBars,
  board,
  duct,
  setting,
] as const;

type Definitions = (typeof PART_KINDS)[number];
export type Part = z.infer<Definitions["schema"]>;
export type PartKind = Part["kind"];
export type PartOf<K extends PartKind> = Extract<Part, { kind: K }>;

const schemas = PART_KINDS.map((d) => d.schema) as [Definitions["schema"], ...Definitions["schema"][]];
export const partSchema = z.discriminatedUnion("kind", schemas);

/** Gives what the program knows of a part's kind, ready to be asked about that part. */
export const kindOf: (part: Part) => PartDefinition<PartKind, z.ZodType<Part>, string> = registry(PART_KINDS, "kind");

/** The control that works a part's contact and the positions that close it; `undefined` for a part that no control works. */
export function controlOf(part: Part): { readonly control: string; readonly in: readonly string[] } | undefined {
  return "closedWhen" in part && typeof part.closedWhen === "object" ? part.closedWhen : undefined;
}
