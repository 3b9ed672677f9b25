import { useState } from "react";
import { moneySays } from "../../../core/model/quantity/money";
import { type Item, supersederOf } from "../../../core/record/stock/item";
import { isOpenOrder } from "../../../core/record/stock/order";
import { ACCOUNT_NAMES, inPlace, PLACES, type Place } from "../../../core/record/stock/places";
import { countAt, type Stock, underMinimum } from "../../../core/record/stock/stock";
import { itemFacts, itemName, stockProblemSays } from "../../../core/speech/words/bench/stock";
import bench from "../../../ui/Bench.module.css";
import { Button } from "../../../ui/Button";
import { PageHead } from "../../../ui/PageHead";
import { WordsForm } from "../../../ui/WordsForm";
import { Orders } from "./Orders";
import { OwnPart } from "./OwnPart";
import { savePartsCsv } from "./parts-file";
import { Refused } from "./Refused";
import styles from "./Stock.module.css";
import { TermsForm } from "./TermsForm";
import { enterStock, NOT_YET, StockOfPage, useStock } from "./use-stock";

/** Two vans and a shelf: what lies there, what is under way, what is short, what it costs. `begin`: the stock as the server has it. */
export function StockPage({ begin }: { readonly begin?: Stock }) {
  return (
    <StockOfPage value={begin}>
      <PageHead title="Stock and orders" />
      <main className={styles.page}>
        <WholeStock />
      </main>
    </StockOfPage>
  );
}

function WholeStock() {
  const stock = useStock();
  if (stock === NOT_YET) return <p className={bench.quiet}>Looking on this device…</p>;
  return (
    <>
      <Refused />
      {stock.problems.length > 0 && (
        <ul className={styles.problems} role="status" aria-label="Counts that don't match">
          {stock.problems.map((p) => (
            <li key={JSON.stringify(p)}>⚠ {stockProblemSays(stock.items, p)}.</li>
          ))}
        </ul>
      )}
      <UnderWay stock={stock} />
      <Short stock={stock} />
      <Pieces stock={stock} />
      <TermsForm terms={stock.terms} own={stock.ownTerms} />
    </>
  );
}

function UnderWay({ stock }: { readonly stock: Stock }) {
  const open = stock.orders.filter(isOpenOrder);
  const done = stock.orders.filter((o) => !isOpenOrder(o)).toReversed();
  return (
    <section className={styles.card}>
      <header>
        <h2>{open.length === 0 ? "No orders" : `${open.length} on order`}</h2>
        <Button look="quiet" onClick={() => enterStock({ kind: "supplier-day", body: { days: 1 } })}>
          Simulated supplier: a day passes
        </Button>
      </header>
      {open.length > 0 && <Orders stock={stock} orders={open} linked />}
      {done.length > 0 && (
        <details>
          <summary>{done.length} done</summary>
          <Orders stock={stock} orders={done.slice(0, 30)} linked />
        </details>
      )}
    </section>
  );
}

function Short({ stock }: { readonly stock: Stock }) {
  const short = underMinimum(stock);
  if (short.length === 0) return null;
  return (
    <section className={styles.card} aria-label="Under the minimum">
      <h2>Under the minimum</h2>
      <ol className={styles.orders}>
        {short.map(({ item, place, has, least, coming }) => (
          <li key={`${item} ${place}`}>
            <div>
              <b>
                {itemName(stock.items, item)}: {has} of {least} {inPlace(place)}
              </b>
              <small>
                {item}
                {coming > 0 && ` · ${coming} on the way`}
              </small>
            </div>
            {has + coming < least && (
              <Button onClick={() => enterStock({ kind: "ordered", body: { item, count: least - has - coming, to: place } })}>
                Order {least - has - coming}
              </Button>
            )}
          </li>
        ))}
      </ol>
    </section>
  );
}

function Pieces({ stock }: { readonly stock: Stock }) {
  const [sought, setSought] = useState("");
  const [chosen, setChosen] = useState<string | undefined>();
  const [adding, setAdding] = useState(false);
  const words = sought.toLowerCase().split(/\s+/).filter(Boolean);
  const has = (code: string) => PLACES.some((p) => countAt(stock, code, p) !== 0);
  const items = stock.items
    .filter((i) => words.every((w) => `${i.code} ${i.name} ${i.fits.map((f) => f.machine).join(" ")}`.toLowerCase().includes(w)))
    .toSorted((a, b) => Number(has(b.code)) - Number(has(a.code)) || (a.name < b.name ? -1 : 1));
  return (
    <section className={styles.card}>
      <header>
        <h2>Stock by location</h2>
        <Button look="quiet" onClick={() => savePartsCsv(stock)}>
          As CSV
        </Button>
      </header>
      <input
        className={bench.field}
        type="search"
        aria-label="Find a part"
        placeholder="Name, code, machine"
        value={sought}
        onChange={(e) => setSought(e.target.value)}
        maxLength={80}
      />
      <table className={styles.pieces}>
        <thead>
          <tr>
            <th scope="col">Part</th>
            {PLACES.map((p) => (
              <th scope="col" key={p}>
                {ACCOUNT_NAMES[p]}
              </th>
            ))}
            <th scope="col">Price</th>
          </tr>
        </thead>
        <tbody>
          {items.map((i) => (
            <PieceRow
              key={i.code}
              stock={stock}
              item={i}
              open={chosen === i.code}
              onOpen={() => setChosen(chosen === i.code ? undefined : i.code)}
            />
          ))}
        </tbody>
      </table>
      {adding ? (
        <OwnPart fits={[]} onDone={() => setAdding(false)} />
      ) : (
        <Button look="quiet" onClick={() => setAdding(true)}>
          A part of your own…
        </Button>
      )}
    </section>
  );
}

interface PieceRowProps {
  readonly stock: Stock;
  readonly item: Item;
  readonly open: boolean;
  readonly onOpen: () => void;
}

/** Gives how many of an item lie where; open, what can be entered of it. */
function PieceRow({ stock, item, open, onOpen }: PieceRowProps) {
  return (
    <>
      <tr data-old={supersederOf(stock.items, item.code) !== undefined}>
        <th scope="row">
          <Button look="quiet" aria-expanded={open} onClick={onOpen}>
            {item.name} <small>{item.code}</small>
          </Button>
        </th>
        {PLACES.map((p) => (
          <td key={p} data-short={countAt(stock, item.code, p) < 0}>
            {countAt(stock, item.code, p) || "·"}
          </td>
        ))}
        <td>{moneySays(item.cents, stock.terms.currency)}</td>
      </tr>
      {open && (
        <tr className={styles.open}>
          <td colSpan={PLACES.length + 2}>
            <Piece stock={stock} code={item.code} />
          </td>
        </tr>
      )}
    </>
  );
}

/** One item: its facts, and what can be entered of it at one place. */
function Piece({ stock, code }: { readonly stock: Stock; readonly code: string }) {
  const [place, setPlace] = useState<Place>("van-1");
  const item = stock.items.find((i) => i.code === code);
  const number = (typed: string) => (/^\d{1,3}$/.test(typed) ? undefined : `Enter a count from 0 to 999, not “${typed}”`);
  const others = PLACES.filter((p) => p !== place);
  return (
    <div className={styles.piece}>
      {item && <p>{itemFacts(stock.items, item, stock.terms.currency).join(" · ")}</p>}
      <div className={styles.answers}>
        {PLACES.map((p) => (
          <Button key={p} aria-pressed={p === place} onClick={() => setPlace(p)}>
            {ACCOUNT_NAMES[p]}
          </Button>
        ))}
      </div>
      <div className={styles.forms}>
        <WordsForm
          fields={{ n: { label: `Counted ${inPlace(place)}`, numeric: true, most: 3 } }}
          button="Counted"
          amiss={({ n }) => number(n)}
          onKeep={({ n }) => enterStock({ kind: "counted", body: { item: code, place, count: Number(n) } })}
        />
        <WordsForm
          fields={{ n: { label: `At least ${inPlace(place)}`, numeric: true, most: 3 } }}
          button="Minimum"
          amiss={({ n }) => number(n)}
          onKeep={({ n }) => enterStock({ kind: "minimum", body: { item: code, place, least: Number(n) } })}
        />
      </div>
      <div className={styles.answers}>
        {others.map((to) => (
          <Button key={to} onClick={() => enterStock({ kind: "moved", body: { item: code, count: 1, from: place, to } })}>
            One to {ACCOUNT_NAMES[to]}
          </Button>
        ))}
        <Button onClick={() => enterStock({ kind: "moved", body: { item: code, count: 1, from: place, to: "scrap" } })}>
          One to scrap
        </Button>
        <Button onClick={() => enterStock({ kind: "ordered", body: { item: code, count: 1, to: place } })}>Order one</Button>
      </div>
    </div>
  );
}
