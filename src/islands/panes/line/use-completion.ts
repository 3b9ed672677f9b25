import { type UseComboboxPropGetters, useCombobox } from "downshift";
import { type ChangeEvent, type KeyboardEvent, type RefObject, useMemo, useState } from "react";
import type { Vocabulary } from "../../../core/model/naming/vocabulary";
import type { Completion, CompletionContext } from "../../../core/speech/complete";
import { hearing } from "../../store/hearing";
import { history } from "./history";

interface Options {
  readonly line: string;
  readonly vocabulary: Vocabulary;
  readonly context: CompletionContext;
  /** The line is a whole saying already: Tab goes on to the next field. */
  readonly understood: boolean;
  readonly edit: (text: string) => void;
  readonly enter: () => void;
}

export interface LineCompletion {
  /** As they stand on the screen, the nearest to the line last. */
  readonly offers: readonly Completion[];
  readonly highlighted: number;
  readonly menuProps: UseComboboxPropGetters<Completion>["getMenuProps"];
  readonly itemProps: UseComboboxPropGetters<Completion>["getItemProps"];
  readonly inputProps: (input: RefObject<HTMLInputElement | null>) => ReturnType<UseComboboxPropGetters<Completion>["getInputProps"]>;
}

/** Gives what the line could go on as; and the lines of before, by the arrows, while nothing is offered. */
export function useCompletion({ line, vocabulary, context, understood, edit, enter }: Options): LineCompletion {
  const [closed, setClosed] = useState(false);
  const [back, setBack] = useState(-1);
  const ear = hearing.use();
  const offers = useMemo(
    () => (closed || !ear ? [] : ear.complete(line, vocabulary, context).toReversed()),
    [ear, line, closed, vocabulary, context],
  );
  const change = (text: string) => {
    setClosed(false);
    setBack(-1);
    edit(text);
  };
  const recall = (step: number) => {
    const lines = history();
    const next = Math.max(-1, Math.min(lines.length - 1, back + step));
    setBack(next);
    setClosed(true);
    edit(lines[next] ?? "");
  };
  const { getMenuProps, getItemProps, getInputProps, highlightedIndex, setHighlightedIndex } = useCombobox<Completion>({
    items: [...offers],
    inputValue: line,
    selectedItem: null,
    isOpen: offers.length > 0,
    itemToString: (offer) => offer?.label ?? "",
    // Leaving the field takes nothing over: only a touch, Tab or Enter does.
    stateReducer: (state, { type, changes }) =>
      type === useCombobox.stateChangeTypes.InputBlur ? { ...changes, selectedItem: null, inputValue: state.inputValue ?? "" } : changes,
    onSelectedItemChange: ({ selectedItem }) => selectedItem && change(selectedItem.line),
  });

  const onKeyDown = (e: KeyboardEvent<HTMLInputElement>) => {
    const act = actionFor(e, { offers, highlighted: highlightedIndex, recalling: back >= 0, understood });
    if (!act) return;
    // The combobox must not act as well.
    Object.assign(e.nativeEvent, { preventDownshiftDefault: true });
    e.preventDefault();
    if (act.do === "take") change(act.offer.line);
    else if (act.do === "enter") enter();
    else if (act.do === "recall") recall(act.step);
    else if (act.do === "hide") setClosed(true);
    else change("");
  };
  return {
    offers,
    highlighted: highlightedIndex,
    menuProps: getMenuProps,
    itemProps: getItemProps,
    inputProps: (ref) =>
      getInputProps({
        ref,
        onKeyDown,
        onChange: (e: ChangeEvent<HTMLInputElement>) => {
          setHighlightedIndex(-1);
          change(e.currentTarget.value);
        },
      }),
  };
}

type Action =
  | { readonly do: "take"; readonly offer: Completion }
  | { readonly do: "recall"; readonly step: 1 | -1 }
  | { readonly do: "enter" | "hide" | "clear" };

interface LineState {
  readonly offers: readonly Completion[];
  readonly highlighted: number;
  readonly recalling: boolean;
  readonly understood: boolean;
}

/** Gives what a key does in the line; `undefined` leaves it to the combobox or the page. */
function actionFor({ key, shiftKey }: KeyboardEvent, { offers, highlighted, recalling, understood }: LineState): Action | undefined {
  const offer = offers[highlighted];
  switch (key) {
    case "Tab": {
      const taken = offer ?? offers.at(-1);
      return taken && !shiftKey && !understood ? { do: "take", offer: taken } : undefined;
    }
    case "Enter":
      return offer ? { do: "take", offer } : { do: "enter" };
    case "Escape":
      return { do: offers.length > 0 ? "hide" : "clear" };
    case "ArrowUp":
    case "ArrowDown":
      return recalling || offers.length === 0 ? { do: "recall", step: key === "ArrowUp" ? 1 : -1 } : undefined;
    default:
      return undefined;
  }
}
