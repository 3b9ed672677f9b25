import { Button } from "../../../ui/Button";
import { WordsForm } from "../../../ui/WordsForm";
import { useDispatch, useJob } from "../../store/context";
import styles from "./Intake.module.css";

/** Holds what is asked of every customer, with the usual answers; anything else is written. */
const ASKED = [
  {
    name: "How it started",
    about: "onset",
    says: ["suddenly", "got worse slowly", "comes and goes", "don't know"],
    other: "Since when?",
  },
  {
    name: "What changed first",
    about: "history",
    says: ["moved", "cleaned", "repaired", "new duct", "nothing changed"],
    other: "What was tried?",
  },
] as const;

/** When and how it began, what changed, what was tried: a touch each, kept as the customer's words. */
export function Began() {
  return ASKED.map((asked) => <Asked key={asked.about} {...asked} />);
}

function Asked({ name, about, says, other }: (typeof ASKED)[number]) {
  const notes = useJob((s) => s.job.notes);
  const dispatch = useDispatch();
  const told = notes.filter((n) => n.about === about);
  const add = (words: string) => dispatch({ do: "record", drafts: [{ kind: "note", body: { words, about, by: "customer" } }] });
  const own = told.filter((n) => !says.some((s) => s === n.words));
  return (
    <section className={styles.began} aria-label={name}>
      <h3>{name}</h3>
      <div className={styles.chips}>
        {says.map((words) => {
          const note = told.find((n) => n.words === words);
          return (
            <Button
              key={words}
              aria-pressed={note !== undefined}
              onClick={() => (note ? dispatch({ do: "take-back", entry: note.entry }) : add(words))}
            >
              {words}
            </Button>
          );
        })}
        <WordsForm
          fields={{ words: { label: other, placeholder: other, bare: true, most: 300 } }}
          button="Add"
          onKeep={({ words }) => add(words)}
        />
      </div>
      {own.length > 0 && <p className={styles.told}>{own.map((n) => `“${n.words}”`).join(" ")}</p>}
    </section>
  );
}
