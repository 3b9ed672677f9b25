import { useState } from "react";
import { minutesSay, percent } from "../../../core/model/naming/text";
import { moneySays } from "../../../core/model/quantity/money";
import type { WayToRepair } from "../../../core/reason/deciding/ways-to-repair";
import { callBackSays, shareOfPrice } from "../../../core/speech/words/report/deciding";
import { Button } from "../../../ui/Button";
import { useDispatch, useJob } from "../../store/context";
import { BillTable } from "../report/ReportView";
import { useStock } from "../stock/use-stock";
import { AgainstNew } from "./AgainstNew";
import styles from "./Deciding.module.css";
import { Decline } from "./Decline";
import { useWays } from "./use-ways";

/** From this chance on that it is something else, no price should be agreed yet. */
const UNSETTLED = 0.4;

/** Two or three ways side by side: what each costs now, and what it is expected to cost in call-backs; one is agreed, or the work is declined. */
export function Ways() {
  const ways = useWays();
  const agreed = useJob((s) => s.job.agreed);
  const most = Math.max(1, ...ways.map((w) => w.bill.total + w.expected));
  const handed = useJob((s) => s.job.handedOver !== undefined);
  const least = Math.min(...ways.map((w) => w.bill.total + w.expected));
  const unsettled =
    !agreed && ways.length > 0 && ways.every((w) => w.callBack.reasons.some((r) => r.code === "not-it" && r.chance > UNSETTLED));
  if (handed && agreed)
    return (
      <section className={styles.ways} aria-label="Approved work">
        <h2>Approved: {agreed.way}</h2>
        <BillTable bill={agreed} />
      </section>
    );
  return (
    <section className={styles.ways} aria-label="Options and prices">
      <header>
        <h2>{ways.length > 1 ? `${["", "", "Two", "Three"][ways.length] ?? ways.length} options` : "What it costs"}</h2>
        <p>Tax included. Hatched: likely callback cost in a year (est.)</p>
      </header>
      {unsettled && <p className={styles.unsettled}>⚠ Fault not confirmed. Keep testing before you quote.</p>}
      {ways.length === 0 && <p>No fault known yet: nothing to price.</p>}
      <ol>
        {ways.map((w) => (
          <Way
            key={w.id}
            way={w}
            most={most}
            isLeast={ways.length > 1 && w.bill.total + w.expected === least}
            isAgreed={agreed?.way === w.bill.way}
          />
        ))}
      </ol>
      {agreed && (
        <p className={styles.agreed}>
          ✓ Approved: {agreed.way}, {moneySays(agreed.total, agreed.currency)}
        </p>
      )}
      <Decline proposed={ways[0]?.bill.way ?? ""} />
      {ways[0] && <AgainstNew way={ways.find((w) => w.bill.way === agreed?.way) ?? ways[0]} />}
    </section>
  );
}

interface Props {
  readonly way: WayToRepair;
  readonly most: number;
  readonly isLeast: boolean;
  readonly isAgreed: boolean;
}

function Way({ way, most, isLeast, isAgreed }: Props) {
  const dispatch = useDispatch();
  const closed = useJob((s) => s.job.handedOver !== undefined || s.job.declined.some((d) => d.ends));
  const customer = useJob((s) => s.job.opened?.customer);
  const { shop, address, workDays } = useStock().terms;
  const [shown, setShown] = useState(false);
  const { bill, callBack, minutes } = way;
  const money = (cents: number) => moneySays(cents, bill.currency);
  return (
    <li data-agreed={isAgreed}>
      <h3>
        {bill.way} <span>now {money(bill.total)}</span>
      </h3>
      <Price way={way} most={most} isLeast={isLeast} />
      <div className={styles.row}>
        <Button look="quiet" aria-expanded={shown} onClick={() => setShown(!shown)}>
          Show breakdown
        </Button>
        {!isAgreed && !closed && (
          <Button
            onClick={() =>
              dispatch({
                do: "record",
                drafts: [
                  {
                    kind: "agreed",
                    body: { ...bill, lines: [...bill.lines], from: { shop, address, workDays }, ...(customer && { with: customer }) },
                  },
                ],
              })
            }
            aria-label={`Record approval: ${bill.way}`}
          >
            Record approval
          </Button>
        )}
      </div>
      {shown && (
        <div className={styles.made}>
          <BillTable bill={bill} />
          <ul>
            <li>{minutesSay(minutes)} to come</li>
            {callBack.reasons.map((r) => (
              <li key={r.code + ("set" in r ? r.set : "")}>{callBackSays(r)} (est.)</li>
            ))}
          </ul>
        </div>
      )}
    </li>
  );
}

/** Shows what it costs now, of what that is made, and what may follow within a year. */
function Price({ way, most, isLeast }: Omit<Props, "isAgreed">) {
  const { bill, callBack, expected } = way;
  const { work, parts, rest } = shareOfPrice(way);
  const money = (cents: number) => moneySays(cents, bill.currency);
  return (
    <>
      <Bar way={way} most={most} />
      <p className={styles.legend}>
        <span>
          <i data-is="work" /> work {money(work)}
        </span>
        <span>
          <i data-is="parts" /> parts {money(parts)}
        </span>
        <span>
          <i data-is="rest" /> trip charge, tax {money(rest)}
        </span>
      </p>
      <p>
        <span>
          call-back {percent(callBack.chance)}, est.: {money(expected)}
        </span>
        <b>
          {isLeast && "✓ lowest one-year cost "}in a year {money(bill.total + expected)}
        </b>
      </p>
    </>
  );
}

const BAR = 1000;

/** Work, parts, the rest, and what a call-back may cost: as long as they are dear. */
function Bar({ way, most }: { readonly way: WayToRepair; readonly most: number }) {
  const { work, parts, rest } = shareOfPrice(way);
  const money = (cents: number) => moneySays(cents, way.bill.currency);
  const pieces = [
    { is: "work", cents: work, says: `labor ${money(work)}` },
    { is: "parts", cents: parts, says: `parts ${money(parts)}` },
    { is: "rest", cents: rest, says: `trip charge and tax ${money(rest)}` },
    { is: "back", cents: way.expected, says: `callbacks ${money(way.expected)}` },
  ];
  let x = 0;
  return (
    <svg
      className={styles.bar}
      viewBox={`0 0 ${BAR} 44`}
      preserveAspectRatio="none"
      role="img"
      aria-label={pieces.map((p) => p.says).join(", ")}
    >
      {pieces.map((p) => {
        const width = (p.cents / most) * BAR;
        const at = x;
        x += width;
        return (
          <rect
            key={p.is}
            data-is={p.is}
            x={at}
            y={1}
            width={Math.max(0, width)}
            height={42}
            fill={p.is === "back" ? "url(#cant-tell)" : undefined}
          />
        );
      })}
    </svg>
  );
}
