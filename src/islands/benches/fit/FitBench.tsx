import { useState } from "react";
import { isReached } from "../../../core/model/access/opening";
import { assemblyIdOf, partsOfAssembly, repairOf, replaces } from "../../../core/model/machine/assembly";
import type { Exchange } from "../../../core/model/machine/cabinet";
import type { Machine } from "../../../core/model/machine/format";
import { terminalsOf } from "../../../core/model/machine/wiring";
import { fittedSays, repairSays } from "../../../core/model/naming/names";
import { behindSays } from "../../../core/model/naming/removals";
import { minutesSay, percent } from "../../../core/model/naming/text";
import type { RankedSuspect } from "../../../core/reason/diagnosis/standing";
import styles from "../../../ui/Bench.module.css";
import { Button } from "../../../ui/Button";
import form from "../../../ui/Form.module.css";
import panes from "../../../ui/Tabs.module.css";
import { BurnerPane } from "../../panes/burner/BurnerPane";
import { Ways } from "../../panes/deciding/Ways";
import { Belt } from "../../panes/hands/Belt";
import { Checklist } from "../../panes/hands/Checklist";
import hands from "../../panes/hands/Hands.module.css";
import { useReach } from "../../panes/hands/use-reach";
import { WireList } from "../../panes/hands/WireList";
import { PhotoStrip } from "../../panes/photos/PhotoStrip";
import { SheetPane } from "../../panes/sheet/SheetPane";
import { Catalogue } from "../../panes/stock/Catalogue";
import { useDispatch, useJob, useMachine } from "../../store/context";
import { hearing } from "../../store/hearing";

const MOST_SHOWN = 3;
const NONE: readonly RankedSuspect[] = [];

type Pane = "sheet" | "price" | "parts" | "exchange" | "wires" | "belt" | "burner" | "photos";

/** Repairs, with its share and price; then the exchange itself: its list, its wires, the belt; the sheet. */
export function FitBench() {
  const machine = useMachine();
  const suspects = useJob((s) => s.diagnosis.standing?.suspects ?? NONE);
  const fitted = useJob((s) => s.job.fitted);
  const reached = useReach();
  const assemblies = [
    ...new Set([...machine.parts.filter((p) => reached.parts.includes(p.id)).map(assemblyIdOf), ...fitted.map((f) => f.assembly)]),
  ];
  const lists = machine.exchanges.filter((e) => assemblies.includes(e.of));
  const [picked, setPicked] = useState<Pane | undefined>();
  const pane = picked ?? (lists.length > 0 && fitted.length > 0 ? "exchange" : "sheet");
  const tabs = (
    <nav className={panes.panes} aria-label="Under the repairs">
      {panesOf(machine).map(([p, name]) => (
        <Button key={p} aria-pressed={pane === p} onClick={() => setPicked(p)}>
          {name}
        </Button>
      ))}
    </nav>
  );
  return (
    <>
      {pane !== "burner" && (
        <ol className={`${styles.rows} ${styles.dense}`} aria-label="Repairs">
          {repairsIn(suspects)
            .slice(0, MOST_SHOWN)
            .map((r) => (
              <Repair key={r.assemblies.join()} {...r} />
            ))}
        </ol>
      )}
      {fitted.length > 0 && (
        <p className={styles.good}>✓ {fitted.map((f) => fittedSays(machine, f.assembly, f.action === "replaced")).join(" · ")}</p>
      )}
      {pane !== "sheet" && tabs}
      <div className={styles.split}>
        {pane === "sheet" && <SheetPane lead={tabs} />}
        {pane === "price" && <Ways />}
        {pane === "parts" && (
          <Catalogue
            assemblies={boughtOf(machine, [
              ...assemblies,
              ...repairsIn(suspects)
                .slice(0, MOST_SHOWN)
                .flatMap((r) => r.assemblies),
            ])}
          />
        )}
        {pane === "exchange" && <Exchanges machine={machine} lists={lists} />}
        {pane === "wires" && <Moving machine={machine} assemblies={assemblies} />}
        {pane === "belt" && machine.drum.routing && <Belt routing={machine.drum.routing} />}
        {pane === "burner" && <BurnerPane />}
        {pane === "photos" && <PhotoStrip of={reached.parts[0] ?? fitted.at(-1)?.assembly ?? "machine"} />}
      </div>
    </>
  );
}

/** The panes under the repairs that this machine has, by name. */
const panesOf = ({ drum, burner }: Machine): readonly (readonly [Pane, string])[] => [
  ["sheet", "Sheet"],
  ["price", "Price"],
  ["parts", "Parts"],
  ["exchange", "Replacement"],
  ["wires", "Wires"],
  ...(drum.routing ? [["belt", "Belt"] as const] : []),
  ...(burner ? [["burner", "Burner"] as const] : []),
  ["photos", "Photos"],
];

/** The list of each exchange; of any other by its name. */
function Exchanges({ machine, lists }: { readonly machine: Machine; readonly lists: readonly Exchange[] }) {
  const [more, setMore] = useState<readonly string[]>([]);
  const dispatch = useDispatch();
  const shown = [...lists, ...machine.exchanges.filter((e) => more.includes(e.id) && !lists.includes(e))];
  return (
    <div className={form.pane}>
      {shown.map((e) => (
        <section key={e.id} aria-label={`Replacement: ${e.name.toLowerCase()}`}>
          <h3>{e.name}</h3>
          <Checklist
            list={`fit.${e.id}`}
            label={`${e.name}: checklist`}
            items={e.steps.map((s) => ({
              id: s.id,
              says: s.says,
              about: ABOUT[s.is],
              ...(s.is === "reading" && { go: { says: "To the meter", to: () => dispatch({ do: "go", bench: "meter" }) } }),
            }))}
          />
        </section>
      ))}
      <details className={form.details} open={shown.length === 0}>
        <summary>Another part</summary>
        <div className={hands.goals}>
          {machine.exchanges
            .filter((e) => !shown.includes(e))
            .map((e) => (
              <Button key={e.id} onClick={() => setMore([...more, e.id])}>
                {e.name}
              </Button>
            ))}
        </div>
      </details>
    </div>
  );
}

/** Of assemblies, those that are bought. */
const boughtOf = (machine: Machine, assemblies: readonly string[]): string[] =>
  [...new Set(assemblies)].filter((a) => replaces(repairOf(machine, a)));

const ABOUT: Record<Exchange["steps"][number]["is"], string> = {
  compare: "Compare",
  carry: "Reuse from old part",
  place: "Seating",
  clear: "Keep clear",
  turn: "Orientation",
  tight: "Tight",
  spare: "Not used",
  reading: "Meter the new one",
  after: "Afterwards",
};

/** Two ways with wires: all off, recorded, then on again; or one by one from the old part to the new. */
function Moving({ machine, assemblies }: { readonly machine: Machine; readonly assemblies: readonly string[] }) {
  const [moving, setMoving] = useState(true);
  const parts = assemblies.flatMap((a) => partsOfAssembly(machine, a));
  const of = machine.parts.filter((p) => parts.includes(p.id)).flatMap(terminalsOf);
  return (
    <div className={form.pane}>
      <div className={hands.goals}>
        <Button aria-pressed={moving} onClick={() => setMoving(true)}>
          One by one, old to new
        </Button>
        <Button aria-pressed={!moving} onClick={() => setMoving(false)}>
          Record, then strip
        </Button>
      </div>
      {of.length === 0 ? <p className={styles.quiet}>Pick a part. The next step has no wires.</p> : <WireList of={of} moving={moving} />}
    </div>
  );
}

interface RepairShare {
  readonly assemblies: readonly string[];
  readonly share: number;
}

/** Suspects that the same repair puts right, as one; the likeliest first. */
function repairsIn(suspects: readonly RankedSuspect[]): RepairShare[] {
  const shares = new Map<string, RepairShare>();
  for (const { hypothesis, probability } of suspects) {
    if (hypothesis.assemblies.length === 0) continue;
    const key = hypothesis.assemblies.join("+");
    shares.set(key, { assemblies: hypothesis.assemblies, share: (shares.get(key)?.share ?? 0) + probability });
  }
  return [...shares.values()].sort((a, b) => b.share - a.share);
}

function Repair({ assemblies, share }: RepairShare) {
  const machine = useMachine();
  const dispatch = useDispatch();
  const repairs = assemblies.map((a) => repairOf(machine, a));
  const typeIt = () =>
    void hearing.load().then(({ repairPhrase }) => dispatch({ do: "type", text: repairs.map((r) => repairPhrase(machine, r)).join(", ") }));
  const minutes = repairs.reduce((sum, r) => sum + r.minutes, 0);
  const price = repairs.reduce((sum, r) => sum + r.price, 0);
  const canReach = useJob(({ job }) => job.safety.power === "dead" && repairs.every((r) => isReached(machine, r.panel, job)));
  const behind = [...new Set(repairs.flatMap((r) => r.panel ?? []))].map((p) => behindSays(machine, p));
  return (
    <li>
      <div>
        <h3>{`${canReach ? "" : "Plan: "}${repairs.map(repairSays).join(", ")}`}</h3>
        <small>
          {percent(share)} likely · {minutesSay(minutes)} · {price > 0 ? `$${price} part` : "no part needed"}
          {behind.length > 0 && ` · ${behind.join(", ")}`} (est.)
        </small>
      </div>
      <Button onClick={typeIt}>Enter repair</Button>
    </li>
  );
}
