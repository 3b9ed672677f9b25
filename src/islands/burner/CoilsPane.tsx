import type { ApexOptions } from "apexcharts";
import { useMemo, useState } from "react";
import { igniterStands } from "../../core/burner/igniter";
import { type SoakReading, soakOf } from "../../core/burner/soak";
import type { Machine, Part, PartOf } from "../../core/machine/format";
import { restControls } from "../../core/machine/run/at-rest";
import { healthyOhms } from "../../core/prediction/healthy-ohms";
import { formatValue } from "../../core/quantity/format";
import { parseQuantity } from "../../core/quantity/parse";
import { Chart } from "../../ui/chart/Chart";
import bench from "../benches/shared/Bench.module.css";
import { useMachine } from "../job/store/context";
import { NumberField } from "../worked/NumberField";
import worked from "../worked/Worked.module.css";

const OHMS = { least: 0.1, most: 20_000, unit: "Ω", because: "valve coils and igniters read between those; write OL for an open line" };
const ROOM = { least: -20, most: 50, unit: "°C", because: "people live between those temperatures" };
const AMPS = { least: 0, most: 10, unit: "A", because: "an igniter draws a few" };
const MINUTE_S = 60;
const MOST_MINUTES = 15;

/** Coils cold and hot, soaked minute by minute; the igniter by its ohms and its amps together; what every pair of terminals reads in the circuit. */
export function CoilsPane() {
  const machine = useMachine();
  const coils = machine.parts.filter((p): p is PartOf<"coil"> => p.kind === "coil");
  const igniter = machine.parts.find((p): p is PartOf<"igniter"> => p.kind === "igniter");
  return (
    <div className={worked.board}>
      <InCircuit machine={machine} coils={coils} />
      <SoakTest coils={coils} />
      <Sensor />
      {igniter && <Igniter igniter={igniter} volts={igniterVolts(machine)} />}
    </div>
  );
}

const igniterVolts = ({ supply }: Machine): number => Math.abs(supply.legs[0]?.volts ?? 120);

/** What is read between every two terminals of the coils, with all wires on and by itself. */
function InCircuit({ machine, coils }: { readonly machine: Machine; readonly coils: readonly Part[] }) {
  const nets = [...new Set(coils.flatMap((c) => c.nets))];
  const rest = restControls(machine);
  const pairs = nets.flatMap((a, i) => nets.slice(i + 1).map((b) => [a, b] as const));
  return (
    <section aria-label="Coils in the circuit">
      <h3>Coils, healthy and cold, between every pair of their terminals</h3>
      <table className={worked.table}>
        <thead>
          <tr>
            <th>Between</th>
            <th>All wires on</th>
            <th>By itself</th>
          </tr>
        </thead>
        <tbody>
          {pairs.map(([a, b]) => {
            const alone = coils.find((c) => c.nets.includes(a) && c.nets.includes(b));
            return (
              <tr key={`${a} ${b}`}>
                <th scope="row">
                  {a} to {b}
                </th>
                <td>{formatValue(healthyOhms(machine, [a, b], rest, []), "ohm")}</td>
                <td>
                  {alone?.kind === "coil"
                    ? `${alone.name}, ${formatValue(alone.ohms, "ohm")} ± ${alone.tolerance * 100} %`
                    : "no coil of its own"}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </section>
  );
}

/** One coil, read each minute while it is energised: how warm it is by its own ohms, where it settles, at which temperature it opens. */
function SoakTest({ coils }: { readonly coils: readonly PartOf<"coil">[] }) {
  const [id, setId] = useState(coils[0]?.id ?? "");
  const coil = coils.find((c) => c.id === id);
  const [cold, setCold] = useState<number | undefined>();
  const [roomC, setRoomC] = useState<number | undefined>(20);
  const [text, setText] = useState("");
  const words = text.split(/[\s;]+/).filter((w) => w !== "");
  const read = words.map((w) => parseQuantity(w, "ohm"));
  const bad = read.findIndex((r) => !r.ok || r.quantity.unit !== "ohm");
  const readings: SoakReading[] = read.flatMap((r, i) => (r.ok ? [{ seconds: (i + 1) * MINUTE_S, ohms: r.quantity.value }] : []));
  if (!coil) return null;
  const base = { ohms: cold ?? coil.ohms, celsius: roomC ?? 20 };
  const soak = soakOf(readings, base);
  return (
    <section aria-label="Soak test" className={worked.board}>
      <h3>Soak test: run it a minute, power off, wires off, read at once; and again. Never ohms on a live coil</h3>
      <div className={worked.fields}>
        <label className={worked.field}>
          <span>Coil</span>
          <select className={bench.field} value={id} onChange={(e) => setId(e.target.value)}>
            {coils.map((c) => (
              <option key={c.id} value={c.id}>
                {c.name}
              </option>
            ))}
          </select>
        </label>
        <NumberField
          label={cold === undefined ? "Cold (rated stands for it)" : "Cold"}
          range={OHMS}
          value={cold ?? coil.ohms}
          onChange={setCold}
        />
        <NumberField label="at" range={ROOM} value={roomC} onChange={setRoomC} />
        <label className={`${worked.field} ${worked.wide}`}>
          <span>Each minute, one after the other</span>
          <input className={bench.field} value={text} placeholder="1.41k 1.47k 1.52k OL" onChange={(e) => setText(e.target.value)} />
        </label>
      </div>
      {bad >= 0 && <p role="alert">“{words[bad]}” is no resistance; expected such as 1.41k, or OL.</p>}
      {words.length > MOST_MINUTES && (
        <p role="alert">
          {words.length} minutes: expected {MOST_MINUTES} at most.
        </p>
      )}
      {readings.length > 0 && bad < 0 && (
        <>
          <p role="status">
            {soak.opened ? (
              <b>
                {coil.name} opens between {soak.opened.from.toFixed(0)} and {soak.opened.to.toFixed(0)} °C: it reads good cold, and fails
                hot.
              </b>
            ) : (
              <>
                Now at {soak.celsius.at(-1)?.toFixed(0)} °C by its own ohms; it has not opened up to there.
                {soak.settles &&
                  ` It would settle at about ${soak.settles.celsius.toFixed(0)} °C, two thirds of that in ${formatValue(soak.settles.seconds, "second")}.`}
              </>
            )}
          </p>
          <SoakChart readings={readings} soak={soak.celsius} settles={soak.settles} roomC={base.celsius} />
        </>
      )}
    </section>
  );
}

interface SoakChartProps {
  readonly readings: readonly SoakReading[];
  readonly soak: readonly (number | undefined)[];
  readonly settles: { readonly celsius: number; readonly seconds: number } | undefined;
  readonly roomC: number;
}

function SoakChart({ readings, soak, settles, roomC }: SoakChartProps) {
  const options = useMemo<ApexOptions>(() => {
    const points = [
      { x: 0, y: roomC },
      ...readings.flatMap((r, i) => (soak[i] === undefined ? [] : [{ x: r.seconds / MINUTE_S, y: soak[i] }])),
    ];
    const minutes = Math.max(8, readings.length + 2);
    const curve = settles
      ? Array.from({ length: minutes * 4 + 1 }, (_, k) => ({
          x: k / 4,
          y: settles.celsius + (roomC - settles.celsius) * Math.exp((-k * MINUTE_S) / 4 / settles.seconds),
        }))
      : [];
    return {
      chart: { type: "line", height: 220 },
      series: [
        { name: "curve", data: curve },
        { name: "read", data: points },
      ],
      colors: ["--action", "--ink"],
      stroke: { width: [2, 3], dashArray: [5, 0] },
      markers: { size: [0, 5] },
      xaxis: {
        type: "numeric",
        min: 0,
        max: minutes,
        tickAmount: Math.min(8, minutes),
        labels: { formatter: (v) => `${Number(v).toFixed(0)} min` },
      },
      yaxis: { labels: { formatter: (v) => `${v?.toFixed(0)} °C` } },
    };
  }, [readings, soak, settles, roomC]);
  return (
    <>
      <Chart options={options} says="Temperature of the coil by its own resistance, minute by minute" />
      <table className={worked.table}>
        <tbody>
          {readings.map((r, i) => (
            <tr key={r.seconds}>
              <th scope="row">{r.seconds / MINUTE_S} min</th>
              <td>{formatValue(r.ohms, "ohm")}</td>
              <td>{soak[i] === undefined ? "open" : `${soak[i].toFixed(0)} °C`}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}

const STANDS: Readonly<Record<NonNullable<ReturnType<typeof igniterStands>>, string>> = {
  good: "Good: it takes what it should. Ohms alone would not tell.",
  open: "Open: it can’t glow.",
  aged: "Aged: too little current to get hot in time, though its ohms may look good.",
  odd: "More than it should: not this igniter, or shorted in part.",
};

function Igniter({ igniter, volts }: { readonly igniter: PartOf<"igniter">; readonly volts: number }) {
  const [cold, setCold] = useState<number | undefined>();
  const [amps, setAmps] = useState<number | undefined>();
  const stands = igniterStands({ volts, hotOhms: igniter.hotOhms }, cold, amps);
  return (
    <section aria-label="Igniter" className={worked.board}>
      <h3>Igniter: cold ohms and running amps together</h3>
      <div className={worked.fields}>
        <NumberField label="Cold" range={OHMS} value={cold} onChange={setCold} />
        <NumberField label="Running" range={AMPS} value={amps} onChange={setAmps} />
      </div>
      <p className={worked.note}>
        Rated {formatValue(igniter.coldOhms, "ohm")} cold, about {formatValue(volts / igniter.hotOhms, "amp")} running.
      </p>
      {stands && <p role="status">{STANDS[stands]}</p>}
    </section>
  );
}

const SECONDS = { least: 1, most: 900, unit: "s", because: "a sensor acts within minutes or not at all" };
/** A good sensor opens within this time of the first glow, s, and closes again within that of the dark (typical; the maker’s sheet wins). */
const OPENS_S = [15, 90] as const;
const CLOSES_BY_S = 180;

/** The flame sensor: cold, then how soon it opens when it sees heat, and how soon it closes again. */
function Sensor() {
  const [cold, setCold] = useState<number | undefined>();
  const [opens, setOpens] = useState<number | undefined>();
  const [closes, setCloses] = useState<number | undefined>();
  const said = [
    cold !== undefined && (cold <= 1 ? "✓ closed cold" : "✗ not closed cold: no glow comes"),
    opens !== undefined &&
      (opens < OPENS_S[0]
        ? "✗ opens too soon: the igniter is not hot yet"
        : opens > OPENS_S[1]
          ? "✗ opens late or never: it glows on, no gas"
          : "✓ opens in time"),
    closes !== undefined && (closes > CLOSES_BY_S ? "✗ closes late: no second try" : "✓ closes again"),
  ].filter((s): s is string => typeof s === "string");
  return (
    <section aria-label="Flame sensor" className={worked.board}>
      <h3>Flame sensor: cold, hot, and closing again</h3>
      <div className={worked.fields}>
        <NumberField label="Cold" range={{ ...OHMS, least: 0 }} value={cold} onChange={setCold} />
        <NumberField label="OL after the first glow" range={SECONDS} value={opens} onChange={setOpens} />
        <NumberField label="Closed again after the flame" range={SECONDS} value={closes} onChange={setCloses} />
      </div>
      {said.length > 0 && <p role="status">{said.join(" · ")}</p>}
    </section>
  );
}
