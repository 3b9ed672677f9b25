import type { ReactNode } from "react";
import type { OnTheWay } from "../../../core/model/access/ways";
import { countOf, fastenersSay } from "../../../core/model/naming/fasteners";
import { capital, minutesSay } from "../../../core/model/naming/text";
import { Press } from "../../../ui/Press";
import { Glyph, GoalGlyph } from "./Glyph";
import styles from "./Stack.module.css";

interface Props {
  readonly steps: readonly OnTheWay[];
  /** Holds what is behind it all. */
  readonly goal: string;
  /** Takes the next one off, or puts the last one back; left out while the machine is not dead. */
  readonly onTouch?: ((panel: string, state: "off" | "on") => void) | undefined;
  /** Holds what came off last of all. */
  readonly last: string | undefined;
}

/** The machine as what comes off, in the order of removal: set aside, next, still on, and what is behind it. */
export function Stack({ steps, goal, onTouch, last }: Props) {
  const next = steps.findIndex((s) => !s.isOff);
  return (
    <section className={styles.stack} aria-label="Removal order">
      {steps.map((step, i) => {
        const { panel, isOff } = step;
        const state = isOff ? "off" : i === next ? "next" : "on";
        const touched = state === "next" ? "off" : isOff && panel.id === last ? "on" : undefined;
        return (
          <Item
            key={panel.id}
            state={state}
            first={i === next && i > 0}
            label={touched && (touched === "off" ? `${capital(panel.name)}: mark removed` : `${capital(panel.name)}: mark reinstalled`)}
            onTouch={touched && onTouch ? () => onTouch(panel.id, touched) : undefined}
          >
            <Glyph sort={panel.sort} />
            <StepWords step={step} number={i + 1} />
          </Item>
        );
      })}
      <Item state="goal">
        <GoalGlyph />
        <div>
          <b>
            <i>?</i>
            {goal}
          </b>
        </div>
      </Item>
    </section>
  );
}

function StepWords({ step: { panel, isOff, minutesOff }, number }: { readonly step: OnTheWay; readonly number: number }) {
  const count = countOf(panel.fasteners);
  return (
    <div>
      <b>
        <i>{isOff ? "✓" : number}</i>
        {capital(panel.name)}
      </b>
      <span>{isOff ? "off" : minutesSay(minutesOff)}</span>
      {!isOff && (
        <span>
          {count === 0
            ? "no screws"
            : count <= 2
              ? fastenersSay(panel.fasteners.filter((f) => !f.stays)).split(",")[0]
              : `${count} fasteners`}
        </span>
      )}
      {!isOff && panel.mind[0] && <em>⚠ {MIND_WORD[panel.mind[0].is]}</em>}
    </div>
  );
}

const MIND_WORD: Record<OnTheWay["panel"]["mind"][number]["is"], string> = {
  sharp: "sharp",
  spring: "spring",
  tabs: "tabs",
  felt: "felt",
  weight: "heavy",
  "two-people": "two people",
  falls: "don't drop screws in",
  glass: "glass",
  water: "water",
  angle: "tight angle",
  duct: "duct",
};

interface ItemProps {
  readonly state: string;
  readonly first?: boolean;
  readonly label?: string | undefined;
  readonly onTouch?: (() => void) | undefined;
  readonly children: ReactNode;
}

function Item({ state, first = false, label, onTouch, children }: ItemProps) {
  const attributes = { className: styles.item, "data-state": state, "data-first": first };
  if (!onTouch) return <div {...attributes}>{children}</div>;
  return (
    <Press {...attributes} aria-label={label} onClick={onTouch}>
      {children}
    </Press>
  );
}
