/** The number that is written with a point or a comma, blanks around it left out; NaN for what is none. */
export const decimalIn = (text: string): number => (text.trim() === "" ? Number.NaN : Number(text.trim().replace(",", ".")));
