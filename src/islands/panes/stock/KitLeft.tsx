import type { Item } from "../../../core/record/stock/item";
import { countSays } from "../../../core/speech/words/bench/stock";
import { WordsForm } from "../../../ui/WordsForm";
import { useJob } from "../../store/context";
import styles from "./Stock.module.css";
import { useParts } from "./use-parts";

/** Shows what a kit brought and was not needed: left over on purpose, and said so. */
export function KitLeft({ kit }: { readonly kit: Item }) {
  const { leave } = useParts();
  const all = useJob((s) => s.job.leftOver);
  const left = all.filter((l) => l.item === kit.code);
  return (
    <details className={styles.kit}>
      <summary>
        {kit.name}: {left.length === 0 ? "anything left over?" : `left over: ${left.map((l) => countSays(l.count, l.piece)).join(", ")}`}
      </summary>
      {kit.holds
        .filter((h) => !left.some((l) => l.piece === h.name))
        .map((h) => (
          <div key={h.name}>
            <b>{countSays(h.count, h.name)}</b>
            <WordsForm
              fields={{ why: { label: `Why ${h.name} stays over`, bare: true, placeholder: "for other models", optional: true } }}
              button="Not used"
              onKeep={({ why }) => leave(kit, h.name, h.count, why)}
            />
          </div>
        ))}
    </details>
  );
}
