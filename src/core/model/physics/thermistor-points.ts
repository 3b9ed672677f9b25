const ZERO_C = 273.15;

/** A point of a thermistor's curve. */
export interface CurvePoint {
  readonly celsius: number;
  readonly ohms: number;
}

/** 1/T = a + b ln R + c (ln R)³; T in K, R in Ω. */
interface Coefficients {
  readonly a: number;
  readonly b: number;
  readonly c: number;
}

type Points = readonly [CurvePoint, CurvePoint, CurvePoint];

function coefficients([p, q, r]: Points): Coefficients {
  const [l1, l2, l3] = [Math.log(p.ohms), Math.log(q.ohms), Math.log(r.ohms)];
  if (l1 === l2 || l2 === l3 || l1 === l3)
    throw new RangeError("two points of the curve have the same resistance; expected three different ones");
  const [y1, y2, y3] = [1 / (p.celsius + ZERO_C), 1 / (q.celsius + ZERO_C), 1 / (r.celsius + ZERO_C)];
  const slope2 = (y2 - y1) / (l2 - l1);
  const slope3 = (y3 - y1) / (l3 - l1);
  const c = (slope3 - slope2) / (l3 - l2) / (l1 + l2 + l3);
  const b = slope2 - c * (l1 ** 2 + l1 * l2 + l2 ** 2);
  return { a: y1 - (b + c * l1 ** 2) * l1, b, c };
}

/**
 * Temperature at a resistance by a curve through three points, 1/T = a + b ln R + c (ln R)³ (Steinhart & Hart 1968). °C at Ω. Throws RangeError when
 * two of the points have the same resistance.
 */
export function threePointCelsius(points: Points, ohms: number): number {
  const { a, b, c } = coefficients(points);
  const l = Math.log(ohms);
  return 1 / (a + b * l + c * l ** 3) - ZERO_C;
}

const STEPS = 30;
const CLOSE = 1e-12;

/** The same turned round, by Newton's method from the straight line through the outer points. Ω at °C. */
export function threePointOhms(points: Points, celsius: number): number {
  const { a, b, c } = coefficients(points);
  const y = 1 / (celsius + ZERO_C);
  const [p, , r] = points;
  const [yp, yr] = [1 / (p.celsius + ZERO_C), 1 / (r.celsius + ZERO_C)];
  let l = Math.log(p.ohms) + ((y - yp) / (yr - yp)) * Math.log(r.ohms / p.ohms);
  for (let i = 0; i < STEPS; i++) {
    const step = (a + b * l + c * l ** 3 - y) / (b + 3 * c * l ** 2);
    l -= step;
    if (Math.abs(step) < CLOSE) break;
  }
  return Math.exp(l);
}
