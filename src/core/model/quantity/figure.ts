/** A figure with 1 σ, both in its unit. */
export interface Figure {
  readonly value: number;
  readonly sigma: number;
}
