/** A resistor between two nets. `ohms` > 0 and finite: an open contact is simply not in the list. */
export interface Resistor {
  readonly kind: "resistor";
  readonly id: string;
  readonly a: string;
  readonly b: string;
  readonly ohms: number;
}

/** An ideal source: V(plus) − V(minus) = volts (RMS), in phase with the reference; `quadrature` is the part a quarter turn ahead. */
export interface Source {
  readonly kind: "source";
  readonly id: string;
  readonly plus: string;
  readonly minus: string;
  readonly volts: number;
  readonly quadrature?: number;
}

export type Component = Resistor | Source;

/** Components sharing a net name touch. */
export interface Netlist {
  readonly title?: string;
  readonly components: readonly Component[];
}

export const endsOf = (c: Component): [string, string] => (c.kind === "resistor" ? [c.a, c.b] : [c.plus, c.minus]);
