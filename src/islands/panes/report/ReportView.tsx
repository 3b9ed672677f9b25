import { moneySays } from "../../../core/model/quantity/money";
import type { Bill } from "../../../core/record/job/closing/bill";
import type { MeasuredRow, MeasuredScale, Shown } from "../../../core/speech/words/report/measured";
import type { Report, ReportSection } from "../../../core/speech/words/report/report";
import { Thumb } from "../photos/Thumb";
import styles from "./Report.module.css";

const SIGNS = { pass: "✓", fail: "✗", "cant-tell": "?" } as const;

/** The customer's page, on the screen and on paper. */
export function ReportView({ report, printed = false }: { readonly report: Report; readonly printed?: boolean }) {
  return (
    <article className={styles.report} aria-label="The customer’s page">
      <header>
        <p>
          <b>{report.shop}</b>
          <span>{report.address}</span>
        </p>
        <p>
          <span>{report.about}</span>
          <span>{report.machine}</span>
        </p>
      </header>
      <h1>{report.title}</h1>
      <p className={styles.whose}>For {report.whose}</p>
      {report.sections.map((s) => (
        <Section key={s.name} section={s} printed={printed} />
      ))}
      <p className={styles.before}>Manufacturer's instructions and local code come before this report.</p>
      <Signed report={report} />
      <footer>{report.made}</footer>
    </article>
  );
}

interface SectionProps {
  readonly section: ReportSection;
  /** For paper: pictures that are drawn only where they are seen would be blank there. */
  readonly printed: boolean;
}

function Section({ section: { name, lines, warns, scales = [], rows = [], bill, photos = [] }, printed }: SectionProps) {
  return (
    <section aria-label={name}>
      <h2>{name}</h2>
      <div>
        {lines.length > 0 && (
          <ul data-warns={warns}>
            {lines.map((l, i) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: two lines may be alike
              <li key={`${i} ${l}`}>{warns ? `⚠ ${l}` : l}</li>
            ))}
          </ul>
        )}
        {scales.length > 0 && (
          <div className={styles.scales}>
            {scales.map((s) => (
              <Scale key={s.place} scale={s} />
            ))}
          </div>
        )}
        {rows.length > 0 && <Rows rows={rows} />}
        {bill && <BillTable bill={bill} />}
        {photos.length > 0 && printed && <p>{photos.map((p) => p.says).join("; ")}: in the PDF.</p>}
        {photos.length > 0 && !printed && (
          <div className={styles.photos}>
            {photos.map((p) => (
              <figure key={p.file}>
                <Thumb file={p.file} says={p.says} />
                <figcaption>{p.says}</figcaption>
              </figure>
            ))}
          </div>
        )}
      </div>
    </section>
  );
}

const AXIS = 260;

function Scale({ scale: { place, to, toSays, low, high, healthy, marks } }: { readonly scale: MeasuredScale }) {
  const x = (v: number) => (Math.min(Math.max(0, v), to) / to) * AXIS;
  return (
    <figure className={styles.scale}>
      <b>{place}</b>
      <p>
        {marks.map((m) => (
          <span key={m.when} data-verdict={m.verdict}>
            {SIGNS[m.verdict]} {m.when} {m.says}
          </span>
        ))}
      </p>
      <svg viewBox={`-6 0 ${AXIS + 12} 22`} role="img" aria-label={`Healthy ${healthy}`}>
        <rect className={styles.healthy} x={x(low)} y={4} width={Math.max(1, x(high) - x(low))} height={12} />
        <path d={`M0 16H${AXIS}`} className={styles.axis} />
        {marks.map((m) => (
          <path key={m.when} data-when={m.when} className={styles.mark} d={`M${x(m.value)} 15l-5 -10h10z`} />
        ))}
      </svg>
      <p>
        <span>0</span>
        <span data-verdict="pass">healthy {healthy}</span>
        <span>{toSays}</span>
      </p>
    </figure>
  );
}

function Rows({ rows }: { readonly rows: readonly MeasuredRow[] }) {
  return (
    <table className={styles.rows}>
      <thead>
        <tr>
          <th scope="col">
            <span className="hidden">Where</span>
          </th>
          <th scope="col">normal</th>
          <th scope="col">before</th>
          <th scope="col">now</th>
        </tr>
      </thead>
      <tbody>
        {rows.map((r) => (
          <tr key={`${r.place} ${r.before?.says} ${r.now?.says}`}>
            <th scope="row">{r.place}</th>
            <td>{r.healthy}</td>
            <Cell shown={r.before} />
            <Cell shown={r.now} />
          </tr>
        ))}
      </tbody>
    </table>
  );
}

const Cell = ({ shown }: { readonly shown: Shown | undefined }) => (
  <td data-verdict={shown?.verdict}>{shown && `${shown.verdict ? `${SIGNS[shown.verdict]} ` : ""}${shown.says}`}</td>
);

export function BillTable({ bill: { lines, taxRate, tax, total, currency } }: { readonly bill: Bill }) {
  return (
    <table className={styles.bill}>
      <tbody>
        {lines.map((l, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: two lines of a bill may be alike
          <tr key={`${i} ${l.says}`}>
            <th scope="row">{l.says}</th>
            <td>{l.how ?? l.item}</td>
            <td>{moneySays(l.cents, currency)}</td>
          </tr>
        ))}
        <tr>
          <th scope="row">Tax</th>
          <td>
            {taxRate / 100}% of {moneySays(total - tax, currency)}
          </td>
          <td>{moneySays(tax, currency)}</td>
        </tr>
        <tr>
          <th scope="row">Total due</th>
          <td />
          <td>{moneySays(total, currency)}</td>
        </tr>
      </tbody>
    </table>
  );
}

function Signed({ report: { signed, shop } }: { readonly report: Report }) {
  return (
    <div className={styles.signed}>
      <p>
        {signed?.strokes && (
          <svg viewBox="0 0 1000 300" role="img" aria-label={`Signature of ${signed.to}`}>
            <path d={signed.strokes.map(pathOf).join("")} />
          </svg>
        )}
        <span>{signed ? `${signed.to}, ${signed.when}` : "Customer"}</span>
      </p>
      <p>
        <span>{signed ? `${signed.by}, ${shop}` : "Technician"}</span>
      </p>
    </div>
  );
}

const pathOf = (stroke: readonly number[]): string => stroke.reduce((d, n, i) => `${d}${i === 0 ? "M" : i % 2 === 0 ? "L" : " "}${n}`, "");
