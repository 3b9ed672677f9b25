import { useEffect, useState } from "react";
import { CATALOGUE } from "../../../catalogue/catalogue";
import type { Machine } from "../../../core/model/machine/format";
import { readKept } from "../../../core/record/job/entry";
import { readStock } from "../../../core/record/stock/kinds";
import { stockEntrySays } from "../../../core/speech/words/bench/stock";
import { entrySays, unreadableSays } from "../../../core/speech/words/entries";
import { Button } from "../../../ui/Button";
import { Clock } from "../../../ui/Clock";
import { PageHead } from "../../../ui/PageHead";
import { MetersCard } from "../../panes/meters/MetersCard";
import type { Pending } from "../../replica/queue";
import { type Replica, type ReplicaState, replica } from "../../replica/replica";
import { rememberTechnician, technician } from "../../replica/technician";
import { BringIn } from "./BringIn";
import styles from "./Settings.module.css";

const NOTHING: ReplicaState = { pending: [], contact: { heardAt: 0 } };

/** Technician on this device, and what it holds and has not sent yet. */
export function Settings() {
  const state = useReplica();
  return (
    <>
      <PageHead title="Settings" />
      <main className={styles.main}>
        <Person />
        <MetersCard className={styles.card} />
        <BringIn />
        <Holds state={state} />
        <Waiting pending={state.pending} trouble={state.contact.trouble} />
      </main>
    </>
  );
}

function useReplica(): ReplicaState {
  const [state, setState] = useState(NOTHING);
  useEffect(() => replica().subscribe(setState), []);
  return state;
}

function Person() {
  const [name, setName] = useState("");
  const [kept, setKept] = useState("");
  useEffect(() => {
    setName(technician());
    setKept(technician());
  }, []);
  return (
    <form
      className={styles.card}
      onSubmit={(event) => {
        event.preventDefault();
        rememberTechnician(name);
        setKept(technician());
        setName(technician());
      }}
    >
      <h2>Technician on this device</h2>
      <label>
        Your name goes on every entry. A proved-dead check counts only for the person who made it.
        <input value={name} onChange={(e) => setName(e.target.value)} maxLength={120} autoComplete="name" />
      </label>
      <Button type="submit" disabled={name.trim() === "" || name.trim() === kept}>
        {name.trim() === kept ? "Saved" : "Save name"}
      </Button>
    </form>
  );
}

function Holds({ state: { contact, storage } }: { readonly state: ReplicaState }) {
  const held = useHeld();
  return (
    <section className={styles.card}>
      <h2>Saved on this device</h2>
      <dl>
        <dt>Jobs</dt>
        <dd>
          {held === undefined
            ? "…"
            : `${held.jobs}, and ${held.machines} machine ${held.machines === 1 ? "sheet" : "sheets"}: they open without a network`}
        </dd>
        <dt>Server</dt>
        <dd>
          {contact.trouble ?? "answers"}
          {contact.heardAt > 0 && (
            <>
              {", last heard "}
              <Clock at={new Date(contact.heardAt).toISOString()} />
            </>
          )}
        </dd>
        <dt>Pictures and logs</dt>
        <dd>{held ? filesSay(held) : "…"}</dd>
        <dt>Storage</dt>
        <dd>{storage ?? (held?.persisted ? "saved permanently" : "saved, unless the browser runs out of room")}</dd>
        <dt>Offline</dt>
        <dd>
          {held?.worker
            ? "every page opens without the server"
            : "this browser can't open pages without the server (it needs a secure address)"}
        </dd>
      </dl>
    </section>
  );
}

function filesSay({ files: { waiting, refused } }: Held): string {
  const sent = waiting === 0 ? "all are on the server" : `${waiting} not sent yet`;
  return [sent, ...refused.map((why) => `one is refused: ${why}`)].join("; ");
}

interface Held {
  readonly files: Awaited<ReturnType<Replica["filesStanding"]>>;
  readonly jobs: number;
  readonly machines: number;
  readonly persisted: boolean;
  readonly worker: boolean;
}

function useHeld(): Held | undefined {
  const [held, setHeld] = useState<Held | undefined>();
  useEffect(() => {
    const look = async () => {
      await replica().machines.load();
      setHeld({
        jobs: (await replica().rows()).length,
        machines: replica().machines.all().length,
        files: await replica().filesStanding(),
        persisted: (await navigator.storage?.persisted?.()) ?? false,
        worker: "serviceWorker" in navigator,
      });
    };
    void look();
    const stops = [replica().subscribeRows(() => void look()), replica().machines.subscribe(() => void look())];
    return () => {
      for (const stop of stops) stop();
    };
  }, []);
  return held;
}

function Waiting({ pending, trouble }: { readonly pending: readonly Pending[]; readonly trouble: string | undefined }) {
  return (
    <section className={styles.card}>
      <h2>{pending.length === 0 ? "Everything is on the server" : `${pending.length} not sent yet`}</h2>
      {trouble && pending.length > 0 && <p>Because {trouble}. Retrying.</p>}
      <ul>
        {pending.map((row) => (
          <WaitingEntry key={row.order} row={row} />
        ))}
      </ul>
    </section>
  );
}

/** The machine of a job, as far as this device knows. */
function useMachineOf(job: string): Machine | undefined {
  const [machine, setMachine] = useState<Machine | undefined>();
  useEffect(() => {
    const look = async () => {
      setMachine((await replica().jobHere(job)).job.machine);
    };
    void look();
  }, [job]);
  return machine;
}

function WaitingEntry({ row: { order, entry, refused } }: { readonly row: Pending }) {
  const kept = readKept(entry);
  const [ofStock] = readStock([entry]);
  const machine = useMachineOf(entry.stream.id);
  return (
    <li>
      <p>
        <Clock at={entry.at} />{" "}
        <a href={ofStock ? "/stock" : `/jobs/${entry.stream.id}`}>
          {ofStock ? stockEntrySays(CATALOGUE, ofStock) : kept.readable ? entrySays(machine, kept.entry) : unreadableSays(kept.entry)}
        </a>
        {refused !== undefined && <strong> Refused: {refused}</strong>}
      </p>
      {refused !== undefined && (
        <span>
          <Button onClick={() => void replica().retry(order)}>Send again</Button>
          <Button onClick={() => void replica().discard(order)}>Discard</Button>
        </span>
      )}
    </li>
  );
}
