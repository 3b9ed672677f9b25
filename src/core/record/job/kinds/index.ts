import type { z } from "zod";
import { registry } from "../../../model/machine/registry";
import { closed } from "./closing/closed";
import { conclusion } from "./closing/conclusion";
import { handedOver } from "./closing/handed-over";
import { retract } from "./closing/retract";
import type { EntryDefinition } from "./definition";
import { burner } from "./energy/burner";
import { converted } from "./energy/converted";
import { cooled } from "./energy/cooled";
import { discharged } from "./energy/discharged";
import { energised } from "./energy/energised";
import { gasOpened } from "./energy/gas-opened";
import { isolated } from "./energy/isolated";
import { leakTest } from "./energy/leak-test";
import { madeSafe } from "./energy/made-safe";
import { valve } from "./energy/valve";
import { cleaned } from "./evidence/cleaned";
import { duct } from "./evidence/duct";
import { finding } from "./evidence/finding";
import { newPart } from "./evidence/new-part";
import { plugReading } from "./evidence/plug-reading";
import { proof } from "./evidence/proof";
import { watched } from "./evidence/watched";
import { cup } from "./hands/cup";
import { differs } from "./hands/differs";
import { lead } from "./hands/lead";
import { lies } from "./hands/lies";
import { notDone } from "./hands/not-done";
import { opened } from "./hands/opened";
import { ownStep } from "./hands/own-step";
import { panel } from "./hands/panel";
import { recount } from "./hands/recount";
import { tick } from "./hands/tick";
import { wire } from "./hands/wire";
import { age } from "./intake/age";
import { complaint } from "./intake/complaint";
import { machine } from "./intake/machine";
import { meter } from "./intake/meter";
import { note } from "./intake/note";
import { particulars } from "./intake/particulars";
import { photo } from "./intake/photo";
import { pins } from "./intake/pins";
import { preference } from "./intake/preference";
import { visit } from "./intake/visit";
import { agreed } from "./parts/agreed";
import { declined } from "./parts/declined";
import { fitted } from "./parts/fitted";
import { leftOver } from "./parts/left-over";
import { used } from "./parts/used";
import { wanted } from "./parts/wanted";

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

/** Gives what the program knows of an entry's kind, ready to be asked about that entry's body. */
export const entryKind: (of: { readonly kind: EntryKind }) => EntryDefinition<EntryKind, z.ZodType<Body<EntryKind>>> = registry(
  ENTRY_KINDS,
  "kind",
);
