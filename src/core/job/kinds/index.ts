import type { z } from "zod";
import { age } from "./age";
import { agreed } from "./agreed";
import { burner } from "./burner";
import { cleaned } from "./cleaned";
import { closed } from "./closed";
import { complaint } from "./complaint";
import { conclusion } from "./conclusion";
import { converted } from "./converted";
import { cooled } from "./cooled";
import { cup } from "./cup";
import { declined } from "./declined";
import type { EntryDefinition } from "./definition";
import { differs } from "./differs";
import { discharged } from "./discharged";
import { duct } from "./duct";
import { energised } from "./energised";
import { finding } from "./finding";
import { fitted } from "./fitted";
import { gasOpened } from "./gas-opened";
import { handedOver } from "./handed-over";
import { isolated } from "./isolated";
import { lead } from "./lead";
import { leakTest } from "./leak-test";
import { leftOver } from "./left-over";
import { lies } from "./lies";
import { machine } from "./machine";
import { madeSafe } from "./made-safe";
import { meter } from "./meter";
import { newPart } from "./new-part";
import { notDone } from "./not-done";
import { note } from "./note";
import { opened } from "./opened";
import { ownStep } from "./own-step";
import { panel } from "./panel";
import { particulars } from "./particulars";
import { photo } from "./photo";
import { pins } from "./pins";
import { plugReading } from "./plug-reading";
import { preference } from "./preference";
import { proof } from "./proof";
import { recount } from "./recount";
import { retract } from "./retract";
import { tick } from "./tick";
import { used } from "./used";
import { valve } from "./valve";
import { visit } from "./visit";
import { wanted } from "./wanted";
import { watched } from "./watched";
import { wire } from "./wire";

/** Every kind of entry. A new kind is a file beside these and a line here. */
export const ENTRY_KINDS = [
  madeSafe,
  isolated,
  cooled,
  energised,
  valve,
  preference,
  meter,
  discharged,
  fitted,
  cleaned,
  wanted,
  used,
  leftOver,
  gasOpened,
  leakTest,
  burner,
  converted,
  duct,
  panel,
  wire,
  ownStep,
  lead,
  cup,
  recount,
  tick,
  plugReading,
  differs,
  lies,
  finding,
  newPart,
  photo,
  pins,
  watched,
  opened,
  particulars,
  machine,
  complaint,
  note,
  proof,
  notDone,
  age,
  agreed,
  declined,
  visit,
  closed,
  conclusion,
  handedOver,
  retract,
] as const;

type Definitions = (typeof ENTRY_KINDS)[number];
export type EntryKind = Definitions["kind"];
type DefinitionOf<K extends EntryKind> = Extract<Definitions, { kind: K }>;
export type Body<K extends EntryKind> = z.infer<DefinitionOf<K>["schema"]>;
/** An entry before it has an id and a time. */
export type Draft = { [K in EntryKind]: { readonly kind: K; readonly body: Body<K> } }[EntryKind];

const byKind = new Map<string, unknown>(ENTRY_KINDS.map((d) => [d.kind, d]));

/** What the program knows of an entry's kind, ready to be asked about that entry's body. */
export function entryKind(of: { readonly kind: EntryKind }): EntryDefinition<EntryKind, z.ZodType<Body<EntryKind>>> {
  // The one place where an entry meets the definition of its own kind: the key says that they belong together.
  return byKind.get(of.kind) as EntryDefinition<EntryKind, z.ZodType<Body<EntryKind>>>;
}
