import { moneySays } from "../../core/model/quantity/money";
import type { Bill } from "../../core/record/job/closing/bill";
import { type Paper, QUIET } from "../paper";
import { INDENT } from "./style";

/** The lines of a bill, its tax, and what is to be paid. */
export function billOn(paper: Paper, { lines, taxRate, tax, total, currency }: Bill): void {
  const wide = paper.width - INDENT;
  const [how, amount] = [INDENT + wide * 0.46, INDENT + wide * 0.8];
  const row = (what: string, middle: string, cents: number, bold = false) => {
    const style = { bold, size: bold ? 12 : 10 };
    const height = Math.max(
      paper.heightOf(what, { ...style, width: wide * 0.45 }),
      paper.heightOf(middle, { size: 9, width: wide * 0.33 }),
    );
    paper.need(height + 3);
    const from = paper.y;
    paper.text(what, { ...style, x: INDENT, width: wide * 0.45, stay: true, tag: "TD" });
    if (middle !== "") paper.text(middle, { size: 9, x: how, width: wide * 0.33, colour: QUIET, stay: true, tag: "TD" });
    paper.text(moneySays(cents, currency), { ...style, x: amount, width: wide * 0.2, align: "right", stay: true, tag: "TD" });
    paper.y = from + height + 3;
  };
  for (const l of lines)
    row(l.says, l.how ?? [l.item, l.count !== undefined && l.count > 1 ? `${l.count} of them` : ""].filter((x) => x).join(", "), l.cents);
  row("Tax", `${taxRate / 100}% of ${moneySays(total - tax, currency)}`, tax);
  row("Total due", "", total, true);
}
