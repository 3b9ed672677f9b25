import { useEffect, useState } from "react";
import type { FieldValues, UseFormReturn } from "react-hook-form";
import { readSmall, writeSmall } from "../replica/browser-store";

const keyOf = (name: string): string => `yennic.draft.${name}`;

export const readDraft = (name: string): string | undefined => readSmall("sessionStorage", keyOf(name));
/** Gives what is being typed and not entered yet; it survives a reload of this tab. Empty text is none. */
export const writeDraft = (name: string, text: string | undefined): void =>
  writeSmall("sessionStorage", keyOf(name), text === "" ? undefined : text);

/** A text that is being typed. */
export function useDraftText(name: string): readonly [string, (text: string) => void] {
  const [text, setText] = useState("");
  useEffect(() => {
    const kept = readDraft(name);
    if (kept !== undefined) setText(kept);
  }, [name]);
  const set = (next: string) => {
    setText(next);
    writeDraft(name, next);
  };
  return [text, set];
}

/**
 * Keeps what is filled into a form, and fills it in again after a reload. What was filled in before the page came alive is newer
 * and stays: for that a field must have no default value, which would be written over it. Returns what forgets it, once it is entered.
 */
export function useFormDraft<F extends FieldValues>(name: string, { watch, reset, getValues }: UseFormReturn<F>): () => void {
  useEffect(() => {
    const early = filledIn(getValues());
    reset({ ...getValues(), ...parsed(readDraft(name) ?? "{}"), ...early }, { keepDefaultValues: true });
    const { unsubscribe } = watch((values) => writeDraft(name, JSON.stringify(values)));
    return unsubscribe;
  }, [name, watch, reset, getValues]);
  return () => writeDraft(name, undefined);
}

const filledIn = (values: object): object => Object.fromEntries(Object.entries(values).filter(([, value]) => !!value));

function parsed(text: string): object {
  try {
    const value: unknown = JSON.parse(text);
    return typeof value === "object" && value !== null ? value : {};
  } catch {
    return {};
  }
}
