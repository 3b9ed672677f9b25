const ZERO_C = 273.15;

/** A point of a thermistor's curve. */
export interface CurvePoint {
  readonly celsius: number;
  readonly ohms: number;
}

/**
 * Temperature at a resistance by a curve through three points, 1/T = a + b ln R + c (ln R)³ (Steinhart & Hart 1968). °C at Ω. Throws RangeError when
 * two of the points have the same resistance.
 */
export function threePointCelsius([p, q, r]: readonly [CurvePoint, CurvePoint, CurvePoint], ohms: number): number {
  const [l1, l2, l3] = [Math.log(p.ohms), Math.log(q.ohms), Math.log(r.ohms)];
  if (l1 === l2 || l2 === l3 || l1 === l3)
    throw new RangeError("two points of the curve have the same resistance; expected three different ones");
  const [y1, y2, y3] = [1 / (p.celsius + ZERO_C), 1 / (q.celsius + ZERO_C), 1 / (r.celsius + ZERO_C)];
  const slope2 = (y2 - y1) / (l2 - l1);
  const slope3 = (y3 - y1) / (l3 - l1);
  const c = (slope3 - slope2) / (l3 - l2) / (l1 + l2 + l3);
  const b = slope2 - c * (l1 ** 2 + l1 * l2 + l2 ** 2);
  const a = y1 - (b + c * l1 ** 2) * l1;
  const l = Math.log(ohms);
  return 1 / (a + b * l + c * l ** 3) - ZERO_C;
}
