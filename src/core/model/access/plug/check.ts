import { item, real } from "../../array/at";
import { softmax } from "../../array/logs";
import { type Machine, pinsOf } from "../../machine/format";
import { controlOf } from "../../machine/parts/index";
import { restControls } from "../../machine/run/at-rest";
import type { ControlPositions } from "../../machine/run/condition";
import { chooseReadings } from "./choose";
import { controlStates, type Foreseen, movesFrom, type PlugReading, pinOhms } from "./foreseen";
import { fits, logLikelihood, logOfAnything, toldApart } from "./likelihood";
import { type Mistake, mistakesIn } from "./mistake";

/** So many readings are proposed at most. */
const MOST_READINGS = 6;
/** P(one mistake that shows), before a reading, and of all of them together at most (est.). */
const MISTAKE_BEFORE = 0.01;
const MISTAKES_BEFORE = 0.5;
/** P(something else altogether) before a reading (est.), and from which share on it is that. */
const STRANGE_BEFORE = 0.02;
const UNLIKE = 0.5;
/** At least as likely as this it is right; at most as likely as the other, wrong. */
const SURELY_RIGHT = 0.9;
const SURELY_WRONG = 0.1;

/** A proposed reading, with what is foreseen if all is right and under each mistake, in the order of {@link PlugCheck.seen}. */
export interface PlugStep extends PlugReading {
  readonly right: Foreseen;
  readonly under: readonly Foreseen[];
  /** It is only needed where a mistake shows: it tells which. */
  readonly names: boolean;
}

/** The plug check for wires that were touched. */
export interface PlugCheck {
  readonly steps: readonly PlugStep[];
  /** Mistakes that these readings show. */
  readonly seen: readonly Mistake[];
  /** Mistakes that no reading at the plug can show: they are looked for by eye. */
  readonly unseen: readonly Mistake[];
}

/** A reading that was taken. Ohms; `null`: OL. */
export interface PlugRead extends PlugReading {
  readonly ohms: number | null;
}

export interface PlugVerdict {
  readonly verdict: "right" | "wrong" | "unclear";
  /** P(all is on rightly, as far as the plug shows). */
  readonly right: number;
  /** Mistakes that can be seen, the likeliest first; shares of all that may be. */
  readonly mistakes: readonly { readonly mistake: Mistake; readonly share: number }[];
  /** No mistake that is known gives these readings, nor does none at all. */
  readonly unlike: boolean;
  /** Which of the readings, by their places, are not what is read where all is on rightly. */
  readonly odd: readonly number[];
}

/**
 * The fewest resistances at the plug's pins, and in which positions of the controls, that tell *rightly wired* from every plausible mistake in the wires of
 * these terminals; then those that tell the mistakes from each other, six in all at most. Worked out of the machine's circuit, cord out. Throws RangeError for a
 * terminal that the machine does not have.
 */
export function plugCheck(machine: Machine, touched: readonly string[], spares: readonly string[] = []): PlugCheck {
  const mistakes = mistakesIn(machine, touched, spares);
  const readings = candidates(machine, mistakes);
  const column = (i: number, set: readonly number[]): Foreseen[] => set.map((k) => item(item(readings, k).under, i));
  const rightly = (set: readonly number[]): Foreseen[] => set.map((k) => item(readings, k).right);
  // A joint that is only poor wants no reading of its own: it is seen where the others are, if it is.
  const sought = mistakes.flatMap((m, i) => (m.edit.edit === "poor" ? [] : [i]));
  const tells = (set: readonly number[], i: number) => toldApart(rightly(set), column(i, set));
  const { cover, naming } = chooseReadings(
    {
      candidates: readings.length,
      things: sought.length,
      tells: (set, n) => tells(set, item(sought, n)),
      parts: (set, n, m) => toldApart(column(item(sought, n), set), column(item(sought, m), set)),
      effort: (k) => item(readings, k).effort,
    },
    MOST_READINGS,
  );
  const seen = mistakes.flatMap((_, i) => (tells(cover, i) ? [i] : []));
  const step = (k: number, names: boolean): PlugStep => {
    const { between, controls, right, under } = item(readings, k);
    return { between, controls, right, under: seen.map((i) => item(under, i)), names };
  };
  return {
    steps: [...cover.map((k) => step(k, false)), ...naming.map((k) => step(k, true))],
    seen: seen.map((i) => item(mistakes, i)),
    unseen: mistakes.filter((_, i) => !seen.includes(i)),
  };
}

/** Every reading that could be taken, with what is foreseen under each mistake; of those that foresee the same, the one that takes least to set up. */
function candidates(machine: Machine, mistakes: readonly Mistake[]) {
  const pairs = pairsOf(pinsOf(machine));
  const rest = restControls(machine);
  const known = new Map<string, PlugReading & { readonly right: Foreseen; readonly under: readonly Foreseen[]; readonly effort: number }>();
  for (const controls of distinct(machine, controlStates(machine))) {
    const right = pinOhms(machine, controls, [], pairs);
    const under = mistakes.map((m) => pinOhms(machine, controls, [m.edit], pairs));
    for (const [p, between] of pairs.entries()) {
      const column = [item(right, p), ...under.map((u) => item(u, p))];
      const key = column.map((f) => (f ? f.mean.toPrecision(6) : "OL")).join();
      if (known.has(key) || column.every((f) => f?.mean === column[0]?.mean)) continue;
      known.set(key, { between, controls, right: item(right, p), under: column.slice(1), effort: movesFrom(rest, controls) });
    }
  }
  return [...known.values()];
}

const pairsOf = (pins: readonly string[]): PlugReading["between"][] =>
  pins.flatMap((p, i) => pins.slice(i + 1).map((q) => [p, q] as const));

/** States in which different contacts are closed; the one nearest to rest of each. */
function distinct(machine: Machine, states: readonly ControlPositions[]): ControlPositions[] {
  const known = new Map<string, ControlPositions>();
  for (const controls of states) {
    const key = closedIn(machine, controls);
    if (!known.has(key)) known.set(key, controls);
  }
  return [...known.values()];
}

/** Contacts that are closed with the controls so. */
const closedIn = (machine: Machine, controls: ControlPositions): string =>
  machine.parts
    .flatMap((p) => {
      const led = controlOf(p);
      return led ? [Number(led.in.includes(controls[led.control] ?? ""))] : [];
    })
    .join("");

/** Gives what readings taken at the plug say of the wires that were touched, by Bayes' rule over all mistakes that show in them. */
export function judgePlug(
  machine: Machine,
  touched: readonly string[],
  reads: readonly PlugRead[],
  spares: readonly string[] = [],
): PlugVerdict {
  const under = (edits: Parameters<typeof pinOhms>[2]): Foreseen[] =>
    reads.map(({ between, controls }) => item(pinOhms(machine, { ...restControls(machine), ...controls }, edits, [between]), 0));
  const right = under([]);
  const ohms = reads.map((r) => r.ohms);
  const shown = mistakesIn(machine, touched, spares)
    .map((mistake) => ({ mistake, foreseen: under([mistake.edit]) }))
    .filter(({ foreseen }) => toldApart(right, foreseen));
  const each = Math.min(MISTAKE_BEFORE, MISTAKES_BEFORE / Math.max(1, shown.length));
  const shares = softmax(
    Float64Array.of(
      Math.log(1 - shown.length * each) + logLikelihood(ohms, right),
      ...shown.map((s) => Math.log(each) + logLikelihood(ohms, s.foreseen)),
      Math.log(STRANGE_BEFORE) + logOfAnything(ohms),
    ),
  );
  const isRight = real(shares, 0);
  const unlike = real(shares, shares.length - 1) > UNLIKE;
  const mistakes = shown.map((s, i) => ({ ...s, share: real(shares, i + 1) })).sort((a, b) => b.share - a.share);
  const misfits = (foreseen: readonly Foreseen[]) => ohms.flatMap((o, i) => (fits(o, item(foreseen, i)) ? [] : [i]));
  const odd = misfits(right);
  const verdict = (): PlugVerdict["verdict"] => {
    if (reads.length === 0 || unlike) return "unclear";
    const [best] = mistakes;
    if (isRight <= SURELY_WRONG) return best && misfits(best.foreseen).length === 0 ? "wrong" : "unclear";
    return isRight >= SURELY_RIGHT && odd.length === 0 ? "right" : "unclear";
  };
  return { verdict: verdict(), right: isRight, mistakes: mistakes.map(({ mistake, share }) => ({ mistake, share })), unlike, odd };
}
