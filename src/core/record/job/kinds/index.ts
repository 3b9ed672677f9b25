import type { z } from "zod";
import { age } from "./intake/age";
import { agreed } from "./parts/agreed";
import { burner } from "./energy/burner";
import { cleaned } from "./evidence/cleaned";
import { closed } from "./closing/closed";
import { complaint } from "./intake/complaint";
import { conclusion } from "./closing/conclusion";
import { converted } from "./energy/converted";
import { cooled } from "./energy/cooled";
import { cup } from "./hands/cup";
import { declined } from "./parts/declined";
import type { EntryDefinition } from "./definition";
import { differs } from "./hands/differs";
import { discharged } from "./energy/discharged";
import { duct } from "./evidence/duct";
import { energised } from "./energy/energised";
import { finding } from "./evidence/finding";
import { fitted } from "./parts/fitted";
import { gasOpened } from "./energy/gas-opened";
import { handedOver } from "./closing/handed-over";
import { isolated } from "./energy/isolated";
import { lead } from "./hands/lead";
import { leakTest } from "./energy/leak-test";
import { leftOver } from "./parts/left-over";
import { lies } from "./hands/lies";
import { machine } from "./intake/machine";
import { madeSafe } from "./energy/made-safe";
import { meter } from "./intake/meter";
import { newPart } from "./evidence/new-part";
import { notDone } from "./hands/not-done";
import { note } from "./intake/note";
import { opened } from "./hands/opened";
import { ownStep } from "./hands/own-step";
import { panel } from "./hands/panel";
import { particulars } from "./intake/particulars";
import { photo } from "./intake/photo";
import { pins } from "./intake/pins";
import { plugReading } from "./evidence/plug-reading";
import { preference } from "./intake/preference";
import { proof } from "./evidence/proof";
import { recount } from "./hands/recount";
import { retract } from "./closing/retract";
import { tick } from "./hands/tick";
import { used } from "./parts/used";
import { valve } from "./energy/valve";
import { visit } from "./intake/visit";
import { wanted } from "./parts/wanted";
import { watched } from "./evidence/watched";
import { wire } from "./hands/wire";

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
