import type { Used } from "../../core/job/state";
import { countSays } from "../../core/language/stock";
import { wantedSays } from "../../core/language/waiting";
import { assemblyName } from "../../core/naming/names";
import { capital } from "../../core/naming/text";
import { coveredBy, type Item, supersederOf } from "../../core/stock/item";
import { ACCOUNT_NAMES, type Place } from "../../core/stock/places";
import { ordersFor, type Stock, whereIs } from "../../core/stock/stock";
import { Button } from "../../ui/Button";
import bench from "../benches/shared/Bench.module.css";
import { WordsForm } from "../hands/WordsForm";
import { useDispatch, useJob, useMachine } from "../job/store/context";
import { Orders } from "./Orders";
import styles from "./Stock.module.css";
import { asUsed, enterStock, useStock } from "./use-stock";

/** Parts of this job: what it waits for, what has come, what was fitted and where that was taken from, what a kit left over. Nothing while there is nothing of it. */
export function JobParts() {
  const machine = useMachine();
  const stock = useStock();
  const id = useJob((s) => s.job.id);
  const wanted = useJob((s) => s.job.wanted);
  const fitted = useJob((s) => s.job.fitted);
  const closed = useJob((s) => s.job.closed);
  const handed = useJob((s) => s.job.handedOver !== undefined);
  const orders = ordersFor(stock, id).filter((o) => o.state !== "cancelled");
  const used = useJob((s) => s.job.used);
  const items = used.flatMap((u) => stock.items.find((i) => i.code === u.item) ?? []);
  const covered = used.flatMap((u) => u.renews);
  const ordered = new Set(orders.map((o) => o.assembly));
  const loose = wanted.filter(
    (w) => !ordered.has(w.assembly ?? "") && !fitted.some((f) => f.assembly === w.assembly) && !covered.includes(w.assembly ?? ""),
  );
  const untold = handed
    ? []
    : [...new Set(fitted.filter((f) => f.action === "replaced").map((f) => f.assembly))].filter((a) => !covered.includes(a));
  const open = orders.filter((o) => o.state !== "here" || !usedUp(o.comes, used));
  if (open.length + loose.length + used.length + untold.length === 0) return null;
  return (
    <section className={bench.card} aria-label="Parts of this job">
      <h2>Parts</h2>
      {loose.length > 0 && !closed && <p>Waits for {loose.map((w) => wantedSays(machine, w)).join("; ")}.</p>}
      {open.length > 0 && <Orders stock={stock} orders={open} />}
      {untold.map((a) => (
        <WhereFrom key={a} assembly={a} stock={stock} />
      ))}
      {used.map((u) => (
        <UsedPart key={u.item} part={u} />
      ))}
      {items
        .filter((i) => i.holds.length > 0)
        .map((kit) => (
          <KitLeft key={kit.code} kit={kit} />
        ))}
    </section>
  );
}

const usedUp = (item: string, used: readonly { readonly item: string }[]): boolean => used.some((u) => u.item === item);

/** A part that was used; it may go back where it was not. */
function UsedPart({ part }: { readonly part: Used }) {
  const dispatch = useDispatch();
  const job = useJob((s) => s.job.id);
  const handed = useJob((s) => s.job.handedOver !== undefined);
  const back = async () => {
    await enterStock({ kind: "moved", body: { item: part.item, count: 1, from: "job", to: "van-1", job } });
    await dispatch({ do: "record", drafts: [{ kind: "used", body: { ...part, renews: [...part.renews], count: 1, back: true } }] });
  };
  return (
    <p className={styles.used}>
      Used: {countSays(part.count, part.name)}, {part.item}
      {!handed && (
        <Button look="quiet" onClick={back}>
          Back into van 1
        </Button>
      )}
    </p>
  );
}

/** Something was fitted and nobody said where it came from: one touch keeps the account right. */
function WhereFrom({ assembly, stock }: { readonly assembly: string; readonly stock: Stock }) {
  const machine = useMachine();
  const job = useJob((s) => s.job.id);
  const items = stock.items.filter((i) => coveredBy(i, machine).includes(assembly));
  const lying = items.flatMap((i) => whereIs(stock, i.code).map(({ place }) => ({ item: i, place })));
  const dispatch = useDispatch();
  const take = async (item: Item, from: Place) => {
    await enterStock({ kind: "moved", body: { item: item.code, count: 1, from, to: "job", job } });
    await dispatch({ do: "record", drafts: [asUsed(item, machine)] });
  };
  const first = items.find((i) => supersederOf(stock.items, i.code) === undefined) ?? items[0];
  return (
    <div className={styles.came}>
      <p>
        <b>{capital(assemblyName(machine, assembly))}</b> was fitted. Where did it come from?
      </p>
      <div className={styles.answers}>
        {lying.map(({ item, place }) => (
          <Button key={`${item.code} ${place}`} onClick={() => take(item, place)}>
            {ACCOUNT_NAMES[place]}: {item.code}
          </Button>
        ))}
        {lying.length === 0 && first && <Button onClick={() => take(first, "van-1")}>Van 1, not counted there: {first.code}</Button>}
        {!first && <span>The catalogue has no code for it: add your own part under Fit.</span>}
      </div>
    </div>
  );
}

/** What a kit brought and was not needed: left over on purpose, and said so. */
function KitLeft({ kit }: { readonly kit: Item }) {
  const job = useJob((s) => s.job.id);
  const dispatch = useDispatch();
  const all = useJob((s) => s.job.leftOver);
  const left = all.filter((l) => l.item === kit.code);
  const leave = async (piece: string, count: number, why: string) => {
    const said = { item: kit.code, piece, count, ...(why && { why }) };
    await enterStock({ kind: "moved", body: { ...said, from: "job", to: "left-over", job } });
    await dispatch({ do: "record", drafts: [{ kind: "left-over", body: said }] });
  };
  return (
    <details className={styles.kit}>
      <summary>
        {kit.name}:{" "}
        {left.length === 0 ? "is anything of it left over?" : `left over: ${left.map((l) => countSays(l.count, l.piece)).join(", ")}`}
      </summary>
      {kit.holds
        .filter((h) => !left.some((l) => l.piece === h.name))
        .map((h) => (
          <div key={h.name}>
            <b>{countSays(h.count, h.name)}</b>
            <WordsForm
              fields={{ why: { label: `Why ${h.name} stays over`, bare: true, placeholder: "for other models", optional: true } }}
              button="Left over"
              onKeep={({ why }) => leave(h.name, h.count, why)}
            />
          </div>
        ))}
    </details>
  );
}
