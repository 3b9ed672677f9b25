import type { Machine } from "../../model/machine/format";
import type { Unreadable } from "../../record/job/entry";
import type { RecordLine } from "../../record/job/fold";
import { type Draft, entryKind } from "../../record/job/kinds/index";
import { refusalSays } from "./card/refusals";

/** An entry as it stands in the record. */
export const entrySays = (machine: Machine | undefined, entry: Draft): string => entryKind(entry).says(entry.body, machine);

/** An entry that this version can't read: what it is called, and why. */
export function unreadableSays({ envelope, unread }: Unreadable): string {
  switch (unread.code) {
    case "newer":
      return `“${envelope.kind}” in version ${envelope.version}, which is newer than this program (it reads ${unread.reads}). Kept as it is; it counts for nothing here.`;
    case "unknown-kind":
      return `“${envelope.kind}”: a kind of entry that this program does not know. Kept as it is; it counts for nothing here.`;
    case "invalid": {
      const [issue] = unread.error.issues;
      return `“${envelope.kind}” that can't be read (${issue ? `${issue.path.join(".")}: ${issue.message}` : "wrong shape"}). Kept as it is; it counts for nothing.`;
    }
  }
}

/** A line of the record in words, with why it counts for nothing where it does. */
export function lineSays(machine: Machine | undefined, line: RecordLine): { readonly says: string; readonly reason?: string } {
  if (line.status === "unreadable") return { says: unreadableSays(line.entry) };
  const then = line.on && line.on.id !== machine?.id ? undefined : machine;
  const says = entrySays(then, line.entry);
  return line.status === "refused" ? { says, reason: refusalSays(then, line.refusal) } : { says };
}

/** Whoever made an entry, in what state of the machine a finding was found, and with which meter. */
export function madeBySays(line: RecordLine): string {
  if (line.status === "unreadable") return line.entry.envelope.by;
  const { by, kind, body } = line.entry;
  if (kind === "new-part") return [by, body.meter?.name].filter(Boolean).join(" · ");
  if (kind !== "finding") return by;
  const { power, panelsOff } = body.circumstances;
  const panels = panelsOff?.length ?? 0;
  return [by, power, panels > 0 && `${panels} ${panels === 1 ? "panel" : "panels"} off`, body.meter?.name].filter(Boolean).join(" · ");
}
