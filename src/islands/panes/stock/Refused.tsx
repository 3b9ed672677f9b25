import { useEffect, useState } from "react";
import { readStock, STOCK } from "../../../core/record/stock/kinds";
import { stockEntrySays } from "../../../core/speech/words/bench/stock";
import { Button } from "../../../ui/Button";
import type { Pending } from "../../replica/queue";
import { replica } from "../../replica/replica";
import styles from "./Stock.module.css";
import { useStock } from "./use-stock";

/** Shows what the server did not take of the stock, with why; it stays until somebody has looked at it. */
export function Refused() {
  const stock = useStock();
  const [refused, setRefused] = useState<readonly Pending[]>([]);
  useEffect(
    () =>
      replica().subscribe(({ pending }) => setRefused(pending.filter((p) => p.refused !== undefined && p.entry.stream.of === STOCK.of))),
    [],
  );
  if (refused.length === 0) return null;
  return (
    <ul className={styles.problems}>
      {refused.map(({ order, entry, refused: why }) => (
        <li key={order}>
          ⚠ {readStock([entry]).map((e) => stockEntrySays(stock.items, e))[0] ?? entry.kind}. Refused: {why}{" "}
          <Button onClick={() => void replica().retry(order)}>Send again</Button>
          <Button onClick={() => void replica().discard(order)}>Discard</Button>
        </li>
      ))}
    </ul>
  );
}
