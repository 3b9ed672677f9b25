import { assemblyName } from "../../../core/model/naming/names";
import { capital } from "../../../core/model/naming/text";
import { coveredBy, supersederOf } from "../../../core/record/stock/item";
import { ACCOUNT_NAMES } from "../../../core/record/stock/places";
import { type Stock, whereIs } from "../../../core/record/stock/stock";
import { Button } from "../../../ui/Button";
import { useMachine } from "../../store/context";
import styles from "./Stock.module.css";
import { useParts } from "./use-parts";

/** Something was fitted and nobody said where it came from: one touch keeps the account right. */
export function WhereFrom({ assembly, stock }: { readonly assembly: string; readonly stock: Stock }) {
  const machine = useMachine();
  const { here, take } = useParts();
  const items = stock.items.filter((i) => coveredBy(i, here).includes(assembly));
  const lying = items.flatMap((i) => whereIs(stock, i.code).map(({ place }) => ({ item: i, place })));
  const first = items.find((i) => supersederOf(stock.items, i.code) === undefined) ?? items[0];
  return (
    <div className={styles.came}>
      <p>
        <b>{capital(assemblyName(machine, assembly))}</b> was replaced. Where did the part come from?
      </p>
      <div className={styles.answers}>
        {lying.map(({ item, place }) => (
          <Button key={`${item.code} ${place}`} onClick={() => take(item, place)}>
            {ACCOUNT_NAMES[place]}: {item.code}
          </Button>
        ))}
        {lying.length === 0 && first && <Button onClick={() => take(first, "van-1")}>Van 1, not counted there: {first.code}</Button>}
        {!first && <span>No code in the catalog. Add your own part under Fit.</span>}
      </div>
    </div>
  );
}
