/** Minutes of one technician (est.): what the planner reckons with, what a step says, what a rehearsed job pays. */
export const MAKE_SAFE_MINUTES = 2;
export const ENERGISE_MINUTES = 2;
export const DISCHARGE_MINUTES = 0.5;
export const CLOSE_MINUTES = 2;
export const INTAKE_MINUTES = 1;
/** One thing that is no panel. */
export const PUT_BACK_MINUTES = 1;
/** Resistances between the pins of the plug, two or three of them. */
export const PLUG_CHECK_MINUTES = 3;
/** Of a panel that the machine file does not have. */
export const UNTOLD_PANEL_MINUTES = 3;
/** The run that shows whether a repair was the one. */
export const PROVE_MINUTES = 4;
/** The whole test run, heat cycles and all. */
export const WHOLE_PROOF_MINUTES = PROVE_MINUTES + 8;
/** A second visit. */
export const CALL_BACK_MINUTES = 90;
/** Holds what one live test costs above its minutes: the hazard. */
export const LIVE_HAZARD_MINUTES = 2;
export const METER_NEW_MINUTES = 0.7;
