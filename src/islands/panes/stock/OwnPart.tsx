import { readMoney } from "../../../core/model/quantity/money";
import { code, type Item } from "../../../core/record/stock/item";
import { WordsForm } from "../../../ui/WordsForm";
import { enterStock } from "./use-stock";

interface Props {
  readonly fits: Item["fits"];
  readonly onDone: () => void;
}

/** A part that the catalogue lacks, or that costs something else here: the same code takes the old one's place. */
export function OwnPart({ fits, onDone }: Props) {
  return (
    <WordsForm
      fields={{
        code: { label: "Its code", placeholder: "OWN-12", most: 30 },
        name: { label: "What it is", most: 120 },
        price: { label: "Price to the customer, tax not in", numeric: true, most: 14 },
        months: { label: "Months of warranty", numeric: true, optional: true, most: 3 },
      }}
      button="Add to catalog"
      amiss={(typed) => {
        if (!code.safeParse(typed.code.toUpperCase()).success)
          return `Enter 2 to 30 capital letters, digits and hyphens, not “${typed.code}”`;
        if (readMoney(typed.price) === undefined) return `Enter a price such as 62.50, not “${typed.price}”`;
        return /^\d{0,3}$/.test(typed.months) ? undefined : `Enter a number of months, not “${typed.months}”`;
      }}
      onLeave={onDone}
      onKeep={async (typed) => {
        await enterStock({
          kind: "item",
          body: {
            code: typed.code.toUpperCase(),
            name: typed.name,
            fits,
            holds: [],
            supersedes: [],
            cents: readMoney(typed.price) ?? 0,
            warrantyMonths: Math.min(240, Number(typed.months || 0)),
            carryOver: false,
            estimate: false,
          },
        });
        onDone();
      }}
    />
  );
}
