import type { Blocker } from "./blocker";
import type { Lapse } from "./safety";

/** Why an entry counts for nothing, as facts. It stays in the record all the same. */
export type Refusal =
  | { readonly code: "job-closed" }
  /** Finish handover only once it is closed. */
  | { readonly code: "not-closed" }
  /** Declined work leaves a machine that can hurt somebody: it is marked and cut off first. */
  | { readonly code: "not-marked" }
  /** It names something that this machine does not have. */
  | { readonly code: "not-on-machine"; readonly given: string }
  | {
      readonly code: "not-dead";
      readonly power: "live" | "unknown" /** It was proven dead, too long ago or by another. */;
      readonly lapsed?: Lapse;
    }
  /** A proof of dead that did not know that somebody had switched the machine on. */
  | { readonly code: "live-unseen" }
  | { readonly code: "not-live"; readonly power: "dead" | "unknown" }
  | { readonly code: "live-tests-forbidden" }
  /** Something is to be found out while the machine runs, and it is dead. */
  | { readonly code: "not-running" }
  /** It is to go back, and is not off. */
  | { readonly code: "not-off"; readonly given: string }
  | { readonly code: "behind-itself"; readonly given: string }
  /** A picture that the job does not have. */
  | { readonly code: "no-photo"; readonly given: string }
  | { readonly code: "charged"; readonly part: string }
  | { readonly code: "proof-needs-power" }
  | { readonly code: "discharge-needs-dead" }
  | { readonly code: "fitting-needs-dead" }
  | { readonly code: "still-blocked"; readonly blocker: Blocker };
