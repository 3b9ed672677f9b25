import type { OpenCheck } from "../../record/job/checks/index";
import type { ProofRow } from "../../record/job/closing/proven";
import type { CameOff } from "../../record/job/hands/came-off";
import type { Hypothesis } from "../diagnosis/hypotheses";
import type { ShareBand } from "../diagnosis/spread";
import type { OutcomeClass } from "./tests/outcomes";
import type { TestAction } from "./tests/tests";

/** One step to take now. */
export type Step =
  | { readonly kind: "test"; readonly test: TestAction /** It was made before, since the last repair. */; readonly again: boolean }
  | { readonly kind: "make-safe" }
  | { readonly kind: "discharge"; readonly part: string }
  | { readonly kind: "energise"; readonly to: "watch" | "prove" }
  | { readonly kind: "panel"; readonly panel: string; readonly state: "off" | "on" }
  /** Something that is no panel goes back: a thing of their own, the end of a wire, a plug. */
  | { readonly kind: "put-back"; readonly thing: CameOff }
  | {
      readonly kind: "fit";
      readonly assembly: string;
      readonly replaces: boolean /** Metering the new part first saves more than it costs. */;
      readonly meterNew: boolean;
    }
  | { readonly kind: "examine"; readonly check: OpenCheck }
  /** The wires that were touched are read at the plug, before power. */
  | { readonly kind: "plug-check" }
  | { readonly kind: "prove" }
  /** No suspect explains these readings: what no circuit shows is to be looked at, and the sheet itself. */
  | {
      readonly kind: "doubt";
      readonly look: readonly OutsideModel[];
      /** All of it was looked at before. */
      readonly again: boolean;
    }
  /** Holds what the customer noticed is to be written down. */
  | { readonly kind: "intake" }
  | { readonly kind: "close"; readonly reservations?: { readonly rows: readonly ProofRow[]; readonly why: string } };

export type StepKind = Step["kind"];
export type StepOf<K extends StepKind> = Extract<Step, { kind: K }>;

/** Holds what a preparation is for. */
export type Purpose =
  | { readonly for: "test"; readonly test: TestAction }
  | { readonly for: "fit"; readonly assembly: string }
  | { readonly for: "check"; readonly check: OpenCheck }
  | { readonly for: "plug-check" }
  | { readonly for: "close-up"; readonly panel: string };

/** Holds what is to be looked at that the model does not have. */
export type OutsideModel =
  | "sheet"
  | "earlier-repair"
  | "drag"
  | "blower-wheel"
  | "supply-under-load"
  | "gas-pressure"
  | "water-or-mice"
  | "float";

/** Why this and not another. Minutes are expected minutes. */
export type Reason =
  /** Holds what the test would tell apart, what it saves, and what would be next best. */
  | {
      readonly code: "tells";
      readonly apart?: readonly [Hypothesis, Hypothesis];
      readonly saves: number;
      readonly minutes: number;
      readonly next?: { readonly test: TestAction; readonly minutes: number };
    }
  | {
      readonly code: "likely-repair";
      readonly assemblies: readonly string[];
      readonly chance: number;
      /** It was not found bad itself, or can't be tested: where the chance lies when base rates are off by as much as they may be. */
      readonly gamble?: ShareBand;
      readonly bestTest?: { readonly test: TestAction; readonly saves: number; readonly minutes: number };
      readonly set?: SetOffer;
    }
  /** No suspect explains these readings: its share, and the entries that none of them expects. */
  | {
      readonly code: "doubt";
      readonly outside: number;
      readonly entries: readonly string[];
      /** Holds what would come next. */
      readonly before?: Before;
      /** The likeliest suspect, where it is likelier than that. */
      readonly leader?: { readonly hypothesis: Hypothesis; readonly share: number };
    }
  /** A piece that no circuit shows was found bad, and no suspect gives the record as well as that. */
  | { readonly code: "found-bad"; readonly outside: number }
  /** It may be wrong besides, and is put right for less than a call-back would cost. */
  | { readonly code: "beside"; readonly chance: number; readonly minutes: number }
  /** The rest of a set that was begun. */
  | { readonly code: "sibling" }
  | { readonly code: "check-first"; readonly check: OpenCheck }
  | { readonly code: "back-before-power" }
  /** Wires were touched. */
  | { readonly code: "wires-moved" }
  | { readonly code: "only-a-run-proves" }
  | { readonly code: "closes-when-run" }
  | { readonly code: "closes-when-told" }
  /** A part reads otherwise in a cold room. */
  | { readonly code: "room-first"; readonly part: string }
  /** Next would come a part that nobody found bad. */
  | { readonly code: "before-gamble"; readonly assembly: string }
  /** It runs, and yet only this likely is all put right. */
  | { readonly code: "not-settled"; readonly fixed: number /** Nobody saw its heat go and come. */; readonly unseen: boolean }
  | { readonly code: "nothing-left" }
  | { readonly code: "prepares" };

/** A part that would be bought. `gamble`: it was not found bad itself. */
export interface PartToBuy {
  readonly assembly: string;
  readonly gamble: boolean;
}

/** Holds what doubt comes before: a part; tests that tell little; the close of a job that ran well though the record gives no more than this share to it. */
export type Before = PartToBuy | "little to test" | { readonly fixed: number };

/** Holds what fitting the whole set would add. */
export interface SetOffer {
  readonly set: string;
  readonly minutes: number;
  readonly price: number;
  readonly callBack: number;
}

export type Caution =
  | "no-ohms-until-dead"
  | "is-live"
  | "live-from-here"
  | "holds-charge"
  | "live-test"
  | "gas-work"
  | "gas-leaks"
  | "not-to-be-run";

/** Outcomes after which the same suspect leads: what they look like and what they would mean. */
export interface Expectation {
  readonly outcomes: readonly OutcomeClass[];
  /** Leading suspect after it, with its share then. */
  readonly leader: Hypothesis;
  readonly share: number;
  readonly chance: number;
  /** The one in which a good machine reads. */
  readonly healthy: boolean;
}

/** A test that was considered besides. */
export interface OtherTest {
  readonly test: TestAction;
  readonly minutes: number;
  readonly saves: number;
}

/** The next step of a job, as facts. Sentences are made of them elsewhere. */
export interface Proposal {
  readonly step: Step;
  /** Minutes of work of what is proposed, preparations included. */
  readonly minutes: number;
  /** Holds what its parts cost, in the shop's currency; left out where none is bought. */
  readonly price?: number;
  readonly reason: Reason;
  readonly expects: readonly Expectation[];
  /** Holds what this step prepares, when it is only a preparation. */
  readonly prepares?: Purpose;
  /** Holds what was to come by the proposal before, and does not: what was entered since says otherwise. */
  readonly instead?: Purpose;
  readonly caution?: Caution;
  readonly others: readonly OtherTest[];
  /** Says how it was chosen: the small problem solved exactly, or by looking ahead; left out where nothing was to choose. */
  readonly by?: "exact" | "lookahead";
}

/** A proposal about which there was nothing to choose. */
export const plain = (step: Step, minutes: number, reason: Reason, caution?: Caution): Proposal => ({
  step,
  minutes,
  reason,
  expects: [],
  others: [],
  ...(caution && { caution }),
});
