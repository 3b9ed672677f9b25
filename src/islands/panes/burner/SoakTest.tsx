import type { ApexOptions } from "apexcharts";
import { useMemo, useState } from "react";
import { type Soak, type SoakReading, soakOf } from "../../../core/model/burner/soak";
import type { PartOf } from "../../../core/model/machine/format";
import { fahrenheit, formatValue } from "../../../core/model/quantity/format";
import { parseQuantity } from "../../../core/model/quantity/parse";
import bench from "../../../ui/Bench.module.css";
import worked from "../../../ui/Calculator.module.css";
import { Chart } from "../../../ui/chart/Chart";
import { NumberField } from "../../../ui/NumberField";
import { OHMS, ROOM } from "./ranges";

const MINUTE_S = 60;
const MOST_MINUTES = 15;

/** One coil, read each minute while it is energised: how warm it is by its own ohms, where it settles, at which temperature it opens. */
export function SoakTest({ coils }: { readonly coils: readonly PartOf<"coil">[] }) {
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
      <h3>Soak test: run it 1 min. Power off, wires off. Read it right away, then again. ⚠ Never ohms on a live coil</h3>
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
          label={cold === undefined ? "Cold (rated is used)" : "Cold"}
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
      {bad >= 0 && <p role="alert">“{words[bad]}” is not a resistance. Enter 1.41k, or OL.</p>}
      {words.length > MOST_MINUTES && (
        <p role="alert">
          {words.length} minutes: expected {MOST_MINUTES} at most.
        </p>
      )}
      {readings.length > 0 && bad < 0 && (
        <>
          <SoakSays coil={coil.name} soak={soak} roomC={base.celsius} />
          <SoakChart readings={readings} soak={soak.celsius} settles={soak.settles} roomC={base.celsius} />
        </>
      )}
    </section>
  );
}

interface SoakSaysProps {
  readonly coil: string;
  readonly soak: Soak;
  readonly roomC: number;
}

/** The temperatures between which the coil opened; or how warm it is, and where it would settle. */
const SoakSays = ({ coil, soak: { opened, celsius, settles }, roomC }: SoakSaysProps) => (
  <p role="status">
    {opened ? (
      <b>
        {coil} opens between {fahrenheit(opened.from)} and {fahrenheit(opened.to)}: it reads good cold, and fails hot.
      </b>
    ) : (
      <>
        Now at {fahrenheit(celsius.at(-1) ?? roomC)} by its own ohms; it has not opened up to there.
        {settles &&
          ` It would settle at about ${fahrenheit(settles.celsius)}, two thirds of that in ${formatValue(settles.seconds, "second")}.`}
      </>
    )}
  </p>
);

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
      yaxis: { labels: { formatter: (v) => fahrenheit(v ?? 0) } },
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
              <td>{soak[i] === undefined ? "open" : fahrenheit(soak[i])}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}
