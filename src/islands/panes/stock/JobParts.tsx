import type { Used } from "../../../core/record/job/state";
import { ACCOUNT_NAMES, type Place } from "../../../core/record/stock/places";
import { ordersFor } from "../../../core/record/stock/stock";
import { countSays } from "../../../core/speech/words/bench/stock";
import { wantedSays } from "../../../core/speech/words/card/waiting";
import bench from "../../../ui/Bench.module.css";
import { Button } from "../../../ui/Button";
import { useJob, useMachine } from "../../store/context";
import { KitLeft } from "./KitLeft";
import { Orders } from "./Orders";
import styles from "./Stock.module.css";
import { useParts } from "./use-parts";
import { useStock } from "./use-stock";
import { WhereFrom } from "./WhereFrom";

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
      {loose.length > 0 && !closed && <p>Waiting on {loose.map((w) => wantedSays(machine, w)).join("; ")}.</p>}
      {open.length > 0 && <Orders stock={stock} orders={open} />}
      {untold.map((a) => (
        <WhereFrom key={a} assembly={a} stock={stock} />
      ))}
      {used.map((u) => (
        <UsedPart key={u.item} part={u} from={stock.cameFrom.get(id)?.get(u.item) ?? "van-1"} />
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

/** A part that was used; when it was not, it goes back to where it came from. */
function UsedPart({ part, from }: { readonly part: Used; readonly from: Place }) {
  const { giveBack } = useParts();
  const handed = useJob((s) => s.job.handedOver !== undefined);
  return (
    <p className={styles.used}>
      Used: {countSays(part.count, part.name)}, {part.item}
      {!handed && (
        <Button look="quiet" onClick={() => giveBack(part, from)}>
          Back to {ACCOUNT_NAMES[from]}
        </Button>
      )}
    </p>
  );
}
