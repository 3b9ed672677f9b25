import type { ComponentType, ReactNode } from "react";

/** Holds what a bench brings to the page of a job. */
export interface BenchParts {
  /** The middle of the page. */
  readonly Bench: ComponentType;
  /** The quiet card beside it. */
  readonly Quiet: ComponentType;
  /** Its own card of what is next; `children` is the proposal, for where it has none. */
  readonly Next?: ComponentType<{ readonly children: ReactNode }>;
}
