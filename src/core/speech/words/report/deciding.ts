import { percent } from "../../../model/naming/text";
import { moneySays, sumOf } from "../../../model/quantity/money";
import type { CallBackReason } from "../../../reason/deciding/call-back";
import { type AgainstNew, YEARS } from "../../../reason/deciding/replace";
import type { WayToRepair } from "../../../reason/deciding/ways-to-repair";

/** Why it may bring somebody back within a year. */
export function callBackSays(reason: CallBackReason): string {
  const chance = percent(reason.chance);
  switch (reason.code) {
    case "not-it":
      return `${chance} chance it was something else`;
    case "new-part":
      return `${chance} chance ${reason.parts === 1 ? "the new part is" : `one of ${reason.parts} new parts is`} bad`;
    case "sibling":
      return `${chance} chance a part that wears with it fails (${reason.set})`;
    case "vent":
      return `${chance} chance the vent opens it again`;
  }
}

/** The pieces of which a price is made, for a bar: work, parts, the rest with its tax. */
export const shareOfPrice = ({
  bill,
}: Pick<WayToRepair, "bill">): { readonly work: number; readonly parts: number; readonly rest: number } => {
  const of = (is: readonly string[]) => sumOf(bill.lines.filter((l) => is.includes(l.is)).map((l) => l.cents));
  const [work, parts] = [of(["labour"]), of(["part"])];
  return { work, parts, rest: bill.total - work - parts };
};

/** Repair or another machine: what each comes to, then all that it rests on. */
export function againstNewSays(a: AgainstNew, currency: string): { readonly says: string; readonly rests: readonly string[] } {
  const money = (cents: number) => moneySays(cents, currency);
  const saves = a.savesOver >= 0 ? `repair is cheaper by ${money(a.savesOver)}` : `a new machine is cheaper by ${money(-a.savesOver)}`;
  return {
    says: `Over ${YEARS} years ${saves} (est.). Today the repair saves ${money(a.savesNow)} over a new machine.`,
    rests: [
      `It is ${a.age} years old. Typical life: ${a.life}.`,
      `${percent(a.failsAgain)} chance something else fails within ${YEARS} years. New machine: ${percent(a.newFails)}.`,
      `A failure costs ${money(a.failureCosts)}.`,
      `Repaired: ${money(a.repair)} now, for the ${a.left} years it has left. With later failures, ${YEARS} years cost ${money(a.repairOver)}.`,
      `New machine: ${money(a.newMachine)} now. With later failures, ${YEARS} of its ${a.life} years cost ${money(a.newOver)}.`,
    ],
  };
}
