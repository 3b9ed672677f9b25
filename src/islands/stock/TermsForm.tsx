import { useState } from "react";
import { moneySays, readMoney } from "../../core/quantity/money";
import type { Terms } from "../../core/stock/terms";
import { Button } from "../../ui/Button";
import { WordsForm } from "../hands/WordsForm";
import styles from "./Stock.module.css";
import { enterStock } from "./use-stock";

/** What the shop charges, and what it assumes; estimates until it says its own. */
export function TermsForm({ terms, own }: { readonly terms: Terms; readonly own: boolean }) {
  const [asking, setAsking] = useState(false);
  const say = (cents: number) => moneySays(cents, terms.currency);
  return (
    <section className={styles.card} aria-label="Terms">
      <header>
        <h2>What the shop charges</h2>
        {!asking && (
          <Button look="quiet" onClick={() => setAsking(true)}>
            Say your own
          </Button>
        )}
      </header>
      <p>
        {say(terms.callOut)} for coming · {say(terms.hour)} an hour · tax {terms.tax / 100} % · work under warranty for {terms.workDays}{" "}
        days
        {!own && " · defaults, est."}
      </p>
      <p>
        Held against: another machine at {say(terms.newMachine)}, which serves {terms.life} years; {terms.faultsAYear} faults a year half
        way through
        {!own && " · est."}
      </p>
      {asking && (
        <WordsForm
          fields={{
            shop: { label: "Name of the shop", first: terms.shop, most: 120 },
            address: { label: "Address", first: terms.address, most: 200, optional: true },
            currency: { label: "Sign before an amount", first: terms.currency, most: 4 },
            callOut: { label: "For coming", first: bare(terms.callOut), numeric: true },
            hour: { label: "An hour of work", first: bare(terms.hour), numeric: true },
            tax: { label: "Tax, %", first: String(terms.tax / 100), numeric: true },
            workDays: { label: "Warranty on the work, days", first: String(terms.workDays), numeric: true },
            newMachine: { label: "Another machine, connected", first: bare(terms.newMachine), numeric: true },
            life: { label: "Years that it serves", first: String(terms.life), numeric: true },
            faultsAYear: { label: "Faults a year, half way through", first: String(terms.faultsAYear), numeric: true },
          }}
          button="These are our terms"
          amiss={(typed) => read(typed).amiss}
          onLeave={() => setAsking(false)}
          onKeep={(typed) => {
            const { terms: said } = read(typed);
            if (said) void enterStock({ kind: "terms", body: said });
            setAsking(false);
          }}
        />
      )}
    </section>
  );
}

const bare = (cents: number): string => (cents / 100).toFixed(2);

type Typed = Readonly<Record<keyof Terms, string>>;

function read(typed: Typed): { readonly terms?: Terms; readonly amiss?: string } {
  const money = (text: string) => readMoney(text);
  const [callOut, hour, newMachine] = [money(typed.callOut), money(typed.hour), money(typed.newMachine)];
  const [tax, workDays, life, faultsAYear] = [typed.tax, typed.workDays, typed.life, typed.faultsAYear].map((t) =>
    Number(t.replace(",", ".")),
  );
  if (callOut === undefined || hour === undefined || newMachine === undefined)
    return { amiss: "One of the amounts is none; expected something such as 45.00" };
  if (!(tax !== undefined && tax >= 0 && tax <= 50)) return { amiss: `“${typed.tax}” is no tax; expected 0 to 50 %` };
  if (!(workDays !== undefined && Number.isInteger(workDays) && workDays >= 0 && workDays <= 3650))
    return { amiss: `“${typed.workDays}” is no number of days` };
  if (!(life !== undefined && life >= 1 && life <= 40)) return { amiss: `“${typed.life}” is no number of years; expected 1 to 40` };
  if (!(faultsAYear !== undefined && faultsAYear >= 0 && faultsAYear <= 5))
    return { amiss: `“${typed.faultsAYear}” is no rate; expected 0 to 5 a year` };
  const { shop, address, currency } = typed;
  return { terms: { shop, address, currency, callOut, hour, tax: Math.round(tax * 100), workDays, newMachine, life, faultsAYear } };
}
