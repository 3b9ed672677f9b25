import type { Machine } from "../../../core/model/machine/format";
import { fastenersSay } from "../../../core/model/naming/fasteners";
import { capital } from "../../../core/model/naming/text";
import { energiesOf } from "../../../core/record/job/energies";
import type { Job } from "../../../core/record/job/fold";
import { wayOut } from "../../../core/record/job/hands/came-off";
import { trayOf } from "../../../core/record/job/hands/tray";
import { isOpenOrder } from "../../../core/record/stock/order";
import { ordersFor } from "../../../core/record/stock/stock";
import { cameOffTitle } from "../../../core/speech/words/bench/came-off";
import { energySays } from "../../../core/speech/words/bench/energies";
import { orderSays } from "../../../core/speech/words/bench/stock";
import { blockerSays } from "../../../core/speech/words/card/blockers";
import { wantedSays } from "../../../core/speech/words/card/waiting";
import { useJob, useMachine } from "../../store/context";
import { useStock } from "../stock/use-stock";
import { Printed } from "./Printed";
import styles from "./Printed.module.css";

/** One page for a machine that stands open: not to be used, why, what is off and where it lies, what it waits for. */
export function WaitingPage() {
  const machine = useMachine();
  const job = useJob((s) => s.job);
  const number = useJob((s) => s.number);
  const stock = useStock();
  return (
    <Printed says="Print DO NOT USE sign">
      {() => (
        <Waiting
          machine={machine}
          job={job}
          number={number}
          orders={ordersFor(stock, job.id)
            .filter((o) => isOpenOrder(o) || o.state === "here")
            .map((o) => capital(orderSays(stock.items, o)))}
        />
      )}
    </Printed>
  );
}

interface Props {
  readonly machine: Machine;
  readonly job: Job;
  readonly number: number | undefined;
  /** Holds what is ordered for it, and how that stands. */
  readonly orders: readonly string[];
}

function Waiting({ machine, job, number, orders }: Props) {
  const off = wayOut(job.cameOff);
  const cups = trayOf(machine, job).filter((c) => c.full);
  return (
    <>
      <div className={styles.sign}>
        <b>DO NOT USE</b>
        This dryer is taken apart. Do not plug it in{machine.burner ? ". Do not turn the gas on" : ""}.
      </div>
      <p>
        Job {number ?? ""} · {machine.maker} {machine.model}
        {job.serial ? ` · serial ${job.serial}` : ""} · {job.opened?.place ?? ""}
      </p>
      <h2>Unsafe now</h2>
      <ul>
        {unsafe(machine, job).map((u) => (
          <li key={u}>{u}</li>
        ))}
      </ul>
      <h2>Waiting on</h2>
      <ul>
        {job.wanted.length + orders.length === 0 && <li>nothing named</li>}
        {orders.map((o) => (
          <li key={o}>{o}</li>
        ))}
        {job.wanted.map((w) => (
          <li key={w.assembly ?? "?"}>{capital(wantedSays(machine, w))}</li>
        ))}
      </ul>
      <h2>Removed parts, next to go back first</h2>
      <ol>
        {off.map((c) => (
          <li key={c.entry}>{cameOffTitle(machine, c)}</li>
        ))}
      </ol>
      <h2>Cups</h2>
      <ol>
        {cups.map((c) => (
          <li key={c.of}>
            {cameOffTitle(machine, { is: c.is, id: c.of })}: {fastenersSay(c.fasteners)}
          </li>
        ))}
      </ol>
      <h2>Where the parts are, and who has them</h2>
      <ul>
        {job.lying.length === 0 && <li>nothing noted</li>}
        {job.lying.map((l) => (
          <li key={l.what}>
            {capital(l.what)}: {l.where}
            {l.who ? ` (${l.who})` : ""}
          </li>
        ))}
      </ul>
    </>
  );
}

/** Gives what would hurt whoever plugs it in now. */
function unsafe(machine: Machine, job: Job): string[] {
  const energies = energiesOf(machine, job).flatMap((e) => {
    const { name, stands } = energySays(machine, e);
    return e.state === "safe" ? [] : [`${name}: ${stands}`];
  });
  return [
    ...(job.panelsOff.length > 0 ? ["Panels are off: live and moving parts are exposed"] : []),
    ...energies,
    ...job.blockers
      .filter((b) => b.code === "lead" || b.code === "leak" || b.code === "to-cabinet")
      .map((b) => capital(blockerSays(machine, b).says)),
  ];
}
