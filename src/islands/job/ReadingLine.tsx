import { CornerDownLeft } from "lucide-react";
import { type KeyboardEvent, type RefObject, useEffect, useId, useMemo, useState } from "react";
import { complete } from "../../core/entry/complete";
import { type Context, type Understanding, understand } from "../../core/entry/understand";
import styles from "./ReadingLine.module.css";

interface Props {
  readonly context: Context;
  readonly value: string;
  readonly onChange: (value: string) => void;
  readonly onEnter: (understood: Extract<Understanding, { ok: true }>, line: string) => void;
  readonly input: RefObject<HTMLInputElement | null>;
}

const HISTORY_KEY = "yennic.lines";
const HISTORY_LENGTH = 60;

function history(): string[] {
  try {
    const lines: unknown = JSON.parse(localStorage.getItem(HISTORY_KEY) ?? "[]");
    return Array.isArray(lines) ? lines.filter((l) => typeof l === "string") : [];
  } catch {
    return [];
  }
}

function remember(line: string): void {
  const lines = [line, ...history().filter((l) => l !== line)].slice(0, HISTORY_LENGTH);
  localStorage.setItem(HISTORY_KEY, JSON.stringify(lines));
}

/** Takes what a technician would mutter; says how it understood before Enter. */
export function ReadingLine({ context, value, onChange, onEnter, input }: Props) {
  const [chosen, setChosen] = useState(-1);
  const [closed, setClosed] = useState(false);
  const [back, setBack] = useState(-1);
  const list = useId();
  const note = useId();
  const understood = useMemo(() => (value.trim() === "" ? undefined : understand(value, context)), [value, context]);
  const offers = useMemo(() => (closed ? [] : complete(value, context.vocabulary)), [value, closed, context.vocabulary]);

  // What was typed before the page came alive is in the field but not in the state.
  // biome-ignore lint/correctness/useExhaustiveDependencies: once, when the page comes alive
  useEffect(() => {
    const early = input.current?.value;
    if (early) onChange(early);
  }, []);

  const change = (next: string) => {
    setChosen(-1);
    setClosed(false);
    setBack(-1);
    onChange(next);
  };
  const enter = () => {
    if (!understood?.ok) return;
    remember(value.trim());
    onEnter(understood, value.trim());
    change("");
  };
  const recall = (step: number) => {
    const lines = history();
    const next = Math.max(-1, Math.min(lines.length - 1, back + step));
    setBack(next);
    setClosed(true);
    onChange(next < 0 ? "" : (lines[next] as string));
  };
  const onKeyDown = (e: KeyboardEvent) => {
    const offer = offers[chosen] ?? (e.key === "Tab" && !e.shiftKey ? offers[0] : undefined);
    if (e.key === "Tab" && offer && !understood?.ok) {
      e.preventDefault();
      change(offer.line);
    } else if (e.key === "Enter") {
      e.preventDefault();
      if (offer) change(offer.line);
      else enter();
    } else if (e.key === "Escape") {
      if (offers.length > 0) setClosed(true);
      else change("");
    } else if (e.key === "ArrowDown" || e.key === "ArrowUp") {
      e.preventDefault();
      const up = e.key === "ArrowUp";
      if (back < 0 && offers.length > 0) setChosen((c) => Math.max(-1, Math.min(offers.length - 1, c + (up ? 1 : -1))));
      else recall(up ? 1 : -1);
    }
  };

  return (
    <form
      className={styles.line}
      data-state={understood === undefined ? "empty" : understood.ok ? "ok" : "bad"}
      onSubmit={(e) => {
        e.preventDefault();
        enter();
      }}
    >
      {offers.length > 0 && (
        <div role="listbox" id={list} className={styles.offers} aria-label="Completions">
          {offers.map((o, i) => (
            // biome-ignore lint/a11y/useKeyWithClickEvents: keys are handled in the input
            // biome-ignore lint/a11y/useFocusableInteractive: the input keeps the focus
            <div
              key={o.label}
              id={`${list}-${i}`}
              role="option"
              aria-selected={i === chosen}
              onMouseDown={(e) => e.preventDefault()}
              onClick={() => {
                change(o.line);
                input.current?.focus();
              }}
            >
              <b>{o.label}</b> {o.hint}
            </div>
          ))}
        </div>
      )}
      <input
        ref={input}
        value={value}
        onChange={(e) => change(e.target.value)}
        onKeyDown={onKeyDown}
        placeholder="element OL · turns, no heat · rear off"
        aria-label="Reading line"
        aria-describedby={note}
        role="combobox"
        aria-expanded={offers.length > 0}
        aria-controls={list}
        aria-activedescendant={chosen >= 0 ? `${list}-${chosen}` : undefined}
        aria-autocomplete="list"
        autoComplete="off"
        autoCapitalize="off"
        autoCorrect="off"
        spellCheck={false}
        enterKeyHint="enter"
      />
      <output id={note} className={styles.note}>
        {understood === undefined ? "" : understood.ok ? `✓ ${understood.says}` : understood.message}
      </output>
      <button type="submit" disabled={!understood?.ok} aria-label="Enter">
        <CornerDownLeft size={22} aria-hidden />
      </button>
    </form>
  );
}
