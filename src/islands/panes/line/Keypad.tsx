import { Delete, X } from "lucide-react";
import { Press } from "../../../ui/Press";
import styles from "./Keypad.module.css";

/** As they stand on the screen. */
const KEYS = ["7", "8", "9", "OL", "4", "5", "6", "k", "1", "2", "3", "M", "0", "."] as const;

interface Props {
  readonly line: string;
  readonly edit: (text: string) => void;
  readonly close: () => void;
}

/** Open keypad, large enough for a glove: they write into the line, and Enter is the line's own. */
export function Keypad({ line, edit, close }: Props) {
  return (
    <fieldset className={styles.keys}>
      <legend>Keypad</legend>
      {KEYS.map((key) => (
        <Press key={key} onClick={() => edit(pressed(line, key))}>
          {key}
        </Press>
      ))}
      <Press aria-label="Delete last character" onClick={() => edit(erased(line))}>
        <Delete size={24} aria-hidden />
      </Press>
      <Press aria-label="Close keypad" onClick={close}>
        <X size={24} aria-hidden />
      </Press>
    </fieldset>
  );
}

/** A number goes on where one was begun; anything else is a word of its own. */
function pressed(line: string, key: string): string {
  const isWord = key === "OL" || !/(^|\s)[\d.]+$/.test(line);
  const space = isWord && line !== "" && !/\s$/.test(line) ? " " : "";
  return `${line}${space}${key}`;
}

/** “OL” goes as it came, at once. */
const erased = (line: string): string => line.replace(/(OL|.)$/s, "");
