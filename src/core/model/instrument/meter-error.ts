/** A common handheld meter, as 1 σ: share of the reading, and its zero, Ω (est.: makers state 0.8 to 1.5 % and two or three digits). */
const SHARE = 0.012;
const ZERO_OHM = 0.1;
/** Leads of which nothing is known: what they read on the whole and how much they differ, Ω (est.). */
export const USUAL_LEADS_OHM = 0.25;
const LEADS_OHM = 0.2;

/** 1 σ of what such a meter shows of a resistance, Ω: of the meter alone where its leads were read, else with leads of which nothing is known. */
export const meterSigma = (ohms: number, leadsKnown: boolean): number => Math.hypot(SHARE * ohms, ZERO_OHM, leadsKnown ? 0 : LEADS_OHM);
