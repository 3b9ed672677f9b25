/** Money is whole cents. Sums never round; a product is rounded once, half away from zero, where it becomes a line of a bill. */
export type Cents = number;

/** `count` of something at a price each. Throws RangeError where that is no whole number of cents that can be held exactly. */
export const times = (each: Cents, count: number): Cents => exact(each * count);

/** Gives what a time costs: minutes at cents an hour, rounded to the cent. */
export const timeCosts = (minutes: number, centsAnHour: Cents): Cents => roundedRatio(exactMinutes(minutes) * centsAnHour, 6000);

/** A share of an amount in hundredths of a percent (8 % is 800), rounded to the cent. */
export const shareOf = (cents: Cents, basisPoints: number): Cents => roundedRatio(cents * basisPoints, 10_000);

export const sumOf = (amounts: readonly Cents[]): Cents => exact(amounts.reduce((a, b) => a + b, 0));

/** Minutes to the hundredth, as a whole number of hundredths. */
const exactMinutes = (minutes: number): number => Math.round(minutes * 100);

/** Half away from zero, in whole numbers: no fraction is ever held as a float. */
function roundedRatio(above: number, below: number): Cents {
  const whole = BigInt(exact(above));
  const half = BigInt(below / 2) * (whole < 0n ? -1n : 1n);
  return Number((whole + half) / BigInt(below));
}

function exact(cents: number): Cents {
  if (Number.isSafeInteger(cents)) return cents === 0 ? 0 : cents;
  throw new RangeError(`money is whole cents: given ${cents}`);
}

/** “$1,242.35”, “−$3.00”. */
export function moneySays(cents: Cents, currency = "$"): string {
  const whole = Math.floor(Math.abs(cents) / 100);
  const rest = String(Math.abs(cents) % 100).padStart(2, "0");
  return `${cents < 0 ? "−" : ""}${currency}${String(whole).replace(/\B(?=(\d{3})+$)/g, ",")}.${rest}`;
}

/** Cents of an amount as people type it: “45”, “$1,242.35”, “12,50”. `undefined` where it is none. */
export function readMoney(text: string): Cents | undefined {
  const bare = text.trim().replace(/^[$€£]\s*|\s*[$€£]$/g, "");
  const found = /^(\d{1,3}(?:[,.' ]\d{3})*|\d{1,9})(?:[.,](\d{1,2}))?$/.exec(bare);
  if (!found) return undefined;
  const whole = Number((found[1] ?? "").replace(/[,.' ]/g, ""));
  return whole * 100 + Number((found[2] ?? "").padEnd(2, "0"));
}
