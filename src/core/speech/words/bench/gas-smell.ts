/** Holds what to do when it smells of gas, in this order, wherever it is asked. */
export const GAS_SMELL_STEPS = [
  "No switches, plugs, phones or flame.",
  "Gas off, only if it's within reach.",
  "Everyone out, doors open behind you.",
  "From outside: 911 or the gas company.",
] as const;
