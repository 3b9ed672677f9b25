/** Input by the gas meter: one turn of a dial of `dialFt3` took so many seconds (NFPA 54, annex on checking input). BTU/h from ft³, s, BTU/ft³; valid for a steady flow over a whole turn. Not finite at 0 s; its error is that of the hand on the clock and of the heating value, ± 3 %. */
export const clockedInput = (dialFt3: number, seconds: number, heatingValueBtuPerFt3: number): number =>
  (3600 * dialFt3 * heatingValueBtuPerFt3) / seconds;
