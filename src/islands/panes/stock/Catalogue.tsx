import { useState } from "react";
import { coveredBy, type Item, itemsFor, presentItem, supersederOf } from "../../../core/record/stock/item";
import { TRIALS, type Trial } from "../../../core/record/stock/kinds";
import { ACCOUNT_NAMES, PLACES, type Place } from "../../../core/record/stock/places";
import { countAt, type Stock, whereIs } from "../../../core/record/stock/stock";
import { itemFacts, liesSays } from "../../../core/speech/words/bench/stock";
import bench from "../../../ui/Bench.module.css";
import { Button } from "../../../ui/Button";
import { useDispatch, useJob, useMachine } from "../../store/context";
import { OwnPart } from "./OwnPart";
import styles from "./Stock.module.css";
import { useParts } from "./use-parts";
import { enterStock, useStock } from "./use-stock";

/** Shows what renews these assemblies on this machine: code, price, warranty, where it lies; taken or ordered here. */
export function Catalogue({ assemblies }: { readonly assemblies: readonly string[] }) {
  const machine = useMachine();
  const { here } = useParts();
  const stock = useStock();
  const [adding, setAdding] = useState(false);
  const items = itemsFor(stock.items, here, assemblies);
  return (
    <section className={styles.catalogue} aria-label="From the catalog">
      {items.length === 0 && <p>Nothing in the catalog for this.</p>}
      <ol>
        {items.map((item) => (
          <Offer key={item.code} item={item} stock={stock} assemblies={coveredBy(item, here)} />
        ))}
      </ol>
      {adding ? (
        <OwnPart fits={[{ machine: machine.id, assemblies: [...assemblies].slice(0, 20) }]} onDone={() => setAdding(false)} />
      ) : (
        <Button look="quiet" onClick={() => setAdding(true)}>
          A part of your own…
        </Button>
      )}
    </section>
  );
}

interface OfferProps {
  readonly item: Item;
  readonly stock: Stock;
  readonly assemblies: readonly string[];
}

function Offer({ item, stock, assemblies }: OfferProps) {
  const { take } = useParts();
  const [ordering, setOrdering] = useState(false);
  const isOld = supersederOf(stock.items, item.code) !== undefined;
  return (
    <li data-old={isOld}>
      <h4>
        {item.name} <span>{item.code}</span>
      </h4>
      <p>{itemFacts(stock.items, item, stock.terms.currency).join(" · ")}</p>
      <p className={styles.lies}>{liesSays(stock, item.code)}</p>
      <div className={styles.answers}>
        {whereIs(stock, item.code).map(({ place }) => (
          <Button key={place} onClick={() => take(item, place)}>
            Take one from {ACCOUNT_NAMES[place]}
          </Button>
        ))}
        {!ordering && (
          <Button onClick={() => setOrdering(true)} aria-label={`Order ${item.code}`}>
            Order it
          </Button>
        )}
      </div>
      {ordering && <OrderForm item={item} stock={stock} assembly={assemblies[0]} onDone={() => setOrdering(false)} />}
    </li>
  );
}

const TRIAL_NAMES: Record<Trial, string> = {
  well: "goes well",
  "back-ordered": "is back-ordered",
  wrong: "sends a wrong one first",
  dead: "sends a defective one first",
};

interface OrderFormProps {
  readonly item: Item;
  readonly stock: Stock;
  readonly assembly: string | undefined;
  readonly onDone: () => void;
}

/** Where it is to go, and, to practise, how the simulated supplier is to deal with it; the job waits for it. */
function OrderForm({ item, stock, assembly, onDone }: OrderFormProps) {
  const job = useJob((s) => s.job.id);
  const dispatch = useDispatch();
  const [to, setTo] = useState<Place>("van-1");
  const [trial, setTrial] = useState<Trial | "">("");
  const comes = presentItem(stock.items, item.code);
  const order = async () => {
    await enterStock({
      kind: "ordered",
      body: { item: item.code, count: 1, to, job, ...(assembly && { assembly }), ...(trial && { trial }) },
    });
    if (assembly) await dispatch({ do: "record", drafts: [{ kind: "wanted", body: { assembly, ordered: true } }] });
    onDone();
  };
  return (
    <form
      className={styles.order}
      onSubmit={(e) => {
        e.preventDefault();
        void order();
      }}
    >
      {comes && comes.code !== item.code && <p>No longer made: {comes.code} will come.</p>}
      <label>
        To
        <select className={bench.field} value={to} onChange={(e) => setTo(e.target.value as Place)}>
          {PLACES.map((p) => (
            <option key={p} value={p}>
              {ACCOUNT_NAMES[p]} ({countAt(stock, item.code, p)} there)
            </option>
          ))}
        </select>
      </label>
      <label>
        Simulated supplier
        <select className={bench.field} value={trial} onChange={(e) => setTrial(e.target.value as Trial | "")}>
          <option value="">as it comes</option>
          {TRIALS.map((t) => (
            <option key={t} value={t}>
              {TRIAL_NAMES[t]}
            </option>
          ))}
        </select>
      </label>
      <Button type="submit">Order one</Button>
      <Button look="quiet" onClick={onDone}>
        Cancel
      </Button>
    </form>
  );
}
