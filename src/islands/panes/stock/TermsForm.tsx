import { useState } from "react";
import { decimalIn } from "../../../core/model/quantity/decimal";
import { moneySays, readMoney } from "../../../core/model/quantity/money";
import { type Terms, termsSchema } from "../../../core/record/stock/terms";
import { Button } from "../../../ui/Button";
import { WordsForm } from "../../../ui/WordsForm";
import styles from "./Stock.module.css";
import { enterStock } from "./use-stock";

const LABELS: Readonly<Record<keyof Terms, string>> = {
  shop: "Name of the shop",
  address: "Address",
  currency: "Currency sign",
  callOut: "Trip charge",
  hour: "Labor, an hour",
  tax: "Tax, %",
  workDays: "Labor warranty, days",
  newMachine: "New machine, installed",
  life: "Service life, years",
  faultsAYear: "Faults a year, half way through",
};

/** Shows what the shop charges, and what it assumes; estimates until it says its own. */
export function TermsForm({ terms, own }: { readonly terms: Terms; readonly own: boolean }) {
  const [asking, setAsking] = useState(false);
  const say = (cents: number) => moneySays(cents, terms.currency);
  return (
    <section className={`${styles.card} ${styles.terms}`} aria-label="Terms">
      <header>
        <h2>What the shop charges</h2>
        {!asking && (
          <Button look="quiet" onClick={() => setAsking(true)}>
            Enter yours
          </Button>
        )}
      </header>
      <p>
        {say(terms.callOut)} trip charge · {say(terms.hour)} an hour · tax {terms.tax / 100}% · labor warranty {terms.workDays} days
        {!own && " · defaults, est."}
      </p>
      <p>
        Compared with: a new machine at {say(terms.newMachine)}, which serves {terms.life} years; {terms.faultsAYear} faults a year half way
        through
        {!own && " · est."}
      </p>
      {asking && (
        <WordsForm
          fields={{
            shop: { label: LABELS.shop, first: terms.shop, most: 120 },
            address: { label: LABELS.address, first: terms.address, most: 200, optional: true },
            currency: { label: LABELS.currency, first: terms.currency, most: 4 },
            callOut: { label: LABELS.callOut, first: bare(terms.callOut), numeric: true },
            hour: { label: LABELS.hour, first: bare(terms.hour), numeric: true },
            tax: { label: LABELS.tax, first: String(terms.tax / 100), numeric: true },
            workDays: { label: LABELS.workDays, first: String(terms.workDays), numeric: true },
            newMachine: { label: LABELS.newMachine, first: bare(terms.newMachine), numeric: true },
            life: { label: LABELS.life, first: String(terms.life), numeric: true },
            faultsAYear: { label: LABELS.faultsAYear, first: String(terms.faultsAYear), numeric: true },
          }}
          button="Save terms"
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

/** Says how each is typed, and what is expected of it. */
const READ: { readonly [K in keyof Terms]: readonly [expected: string, read: (text: string) => unknown] } = {
  shop: ["a name of at most 120 letters", String],
  address: ["an address of at most 200 letters", String],
  currency: ["a sign of at most 4 letters", String],
  callOut: ["an amount such as 45.00", readMoney],
  hour: ["an amount such as 78.00", readMoney],
  newMachine: ["an amount such as 689.00", readMoney],
  tax: ["0 to 50%", (text) => Math.round(decimalIn(text) * 100)],
  workDays: ["a whole number of days, 0 to 3650", decimalIn],
  life: ["1 to 40 years", decimalIn],
  faultsAYear: ["0 to 5 a year", decimalIn],
};

function read(typed: Typed): { readonly terms?: Terms; readonly amiss?: string } {
  const said = Object.fromEntries(Object.entries(READ).map(([key, [, reads]]) => [key, reads(typed[key as keyof Terms])]));
  const parsed = termsSchema.safeParse(said);
  if (parsed.success) return { terms: parsed.data };
  const key = parsed.error.issues[0]?.path[0] as keyof Terms;
  return { amiss: `${LABELS[key]} is “${typed[key]}”; expected ${READ[key][0]}` };
}
