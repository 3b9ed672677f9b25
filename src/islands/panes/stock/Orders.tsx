import { useState } from "react";
import { capital } from "../../../core/model/naming/text";
import { isOpenOrder, type Order } from "../../../core/record/stock/order";
import { ACCOUNT_NAMES } from "../../../core/record/stock/places";
import type { Stock } from "../../../core/record/stock/stock";
import { orderSays } from "../../../core/speech/words/bench/stock";
import { daySays } from "../../../core/speech/words/days";
import { Button } from "../../../ui/Button";
import { WordsForm } from "../../../ui/WordsForm";
import styles from "./Stock.module.css";
import { enterStock } from "./use-stock";

interface Props {
  readonly stock: Stock;
  readonly orders: readonly Order[];
  /** Each leads to its job. */
  readonly linked?: boolean;
}

/** Orders as they stand, each with what can be done about it now. */
export function Orders({ stock, orders, linked = false }: Props) {
  return (
    <ol className={styles.orders} aria-label="Orders">
      {orders.map((o) => (
        <li key={o.id} data-state={o.state}>
          <div>
            <b>{capital(orderSays(stock.items, o))}</b>
            <small>
              {o.comes} · requested {daySays(o.at)} by {o.by} · for {ACCOUNT_NAMES[o.to]}
              {linked && o.job !== undefined && (
                <>
                  {" · "}
                  <a href={`/jobs/${o.job}`}>its job</a>
                </>
              )}
            </small>
          </div>
          {o.state === "arrived" ? <LookedAt order={o} stock={stock} /> : isOpenOrder(o) && <TakeBack order={o} />}
        </li>
      ))}
    </ol>
  );
}

/** Shows what came is looked at and metered by a person: right, wrong or dead. */
function LookedAt({ order, stock }: { readonly order: Order; readonly stock: Stock }) {
  const [finding, setFinding] = useState<"wrong" | "dead" | undefined>();
  const came = order.came?.item ?? order.comes;
  const receive = (is: "right" | "wrong" | "dead", why?: string) =>
    enterStock({
      kind: "received",
      body: { order: order.id, round: order.round, is, item: came, count: order.count, ...(why && { why }) },
    });
  const name = stock.items.find((i) => i.code === came)?.name ?? came;
  if (finding)
    return (
      <WordsForm
        fields={{ why: { label: finding === "wrong" ? "What is wrong with it" : "How it showed", most: 200, optional: true } }}
        button="Send it back"
        onLeave={() => setFinding(undefined)}
        onKeep={({ why }) => receive(finding, why)}
      />
    );
  return (
    <div className={styles.came}>
      <p>
        The box says <b>{came}</b>, {name}.{order.came?.dead && " On the bench the simulated part reads open."} Size, terminals, rating;
        meter it.
      </p>
      <div className={styles.answers}>
        <Button onClick={() => receive("right")}>Mark correct, put in stock</Button>
        <Button onClick={() => setFinding("wrong")}>Mark wrong part</Button>
        <Button onClick={() => setFinding("dead")}>Mark defective</Button>
      </div>
    </div>
  );
}

function TakeBack({ order }: { readonly order: Order }) {
  return (
    <Button look="quiet" onClick={() => enterStock({ kind: "order-cancelled", body: { order: order.id } })}>
      Cancel order
    </Button>
  );
}
