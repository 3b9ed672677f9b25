/** Input by the gas meter: one turn of a dial of `dialFt3` took so many seconds (NFPA 54, annex on checking input). BTU/h. */
export const clockedInput = (dialFt3: number, seconds: number, heatingValueBtuPerFt3: number): number =>
  (3600 * dialFt3 * heatingValueBtuPerFt3) / seconds;
