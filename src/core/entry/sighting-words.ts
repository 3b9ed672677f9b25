import type { Sighting } from "../job/entry";
import { normalise } from "./vocabulary";

/** Sayings and what they mean; the first pattern that fits the whole saying wins. `$` is what may follow: yes, no. */
const SAYINGS: readonly [RegExp, string, string][] = [
  [/^(starts|start yes|starts yes|it starts|starts ok|runs|runs ok)$/, "starts", "yes"],
  [
    /^(no start|does not start|doesn t start|won t start|wont start|starts no|start no|dead machine|nothing happens|will not start|completely dead)$/,
    "starts",
    "no",
  ],
  [/^(turns|turns yes|drum turns|spins|tumbles|drum turns yes)$/, "turns", "yes"],
  [/^(turns no|drum does not turn|does not turn|doesn t turn|no turn|not turning|won t turn|drum still|drum turns no)$/, "turns", "no"],
  [/^(hums|hum|hum yes|hums yes|buzzes|motor hums|just hums)$/, "hums", "yes"],
  [/^(no hum|hum no|hums no|silent|quiet)$/, "hums", "no"],
  [/^(warm|warm yes|warm air|heats|heat yes|heat|gets warm|hot|heat ok|warm air yes)$/, "warm", "yes"],
  [
    /^(no heat|heat no|not warm|warm no|no warm air|cold|cold air|does not heat|doesn t heat|won t heat|not heating|clothes stay wet|warm air no)$/,
    "warm",
    "no",
  ],
  [/^(cycles|cycles yes|heat cycles|cycles ok)$/, "cycles", "yes"],
  [/^(cycles short|short heat|heat cuts out|cuts out early|short cycling|limit cycles)$/, "cycles", "short"],
  [/^(cycles no|never stops heating|scorches|too hot|overheats)$/, "cycles", "no"],
  [/^(keeps heating|keeps yes|heat stays|stays lit)$/, "keeps", "yes"],
  [/^(loses heat|heats at first|warm at first|keeps no|heat stops|goes out|flame goes out|quits heating|stops heating)$/, "keeps", "no"],
  [/^(glow|glows|glow yes|igniter glows|it glows)$/, "glow", "yes"],
  [/^(no glow|glow no|igniter dark|does not glow)$/, "glow", "no"],
  [/^(dark|goes dark|dark yes|igniter goes dark|glow goes out)$/, "dark", "yes"],
  [/^(stays bright|dark no|never goes dark|glow stays|keeps glowing)$/, "dark", "no"],
  [/^(flame|flame yes|burns|lights|it lights)$/, "flame", "yes"],
  [/^(no flame|flame no|does not light|no fire)$/, "flame", "no"],
  [/^(no bubbles|tight|leak test ok|leak test passed|no leak|gas tight)$/, "leak", "tight"],
  [/^(bubbles|leaks|gas leak)$/, "leak", "bubbles"],
  [/^(trips|trips yes|trips breaker|trips the breaker|breaker trips)$/, "trips", "yes"],
  [/^(trips no|no trip|breaker holds|does not trip)$/, "trips", "no"],
  [/^(lamp|lamp yes|lamp on|lamp lights|light on|light yes)$/, "lamp", "yes"],
  [/^(no lamp|lamp no|lamp off|lamp dark|no light|light off|light no)$/, "lamp", "no"],
  [/^(air strong|strong air|airflow strong|air good|good air|air ok)$/, "airflow", "strong"],
  [/^(air weak|weak air|airflow weak|poor air|air poor|little air)$/, "airflow", "weak"],
  [/^(no air|air none|airflow none|air no)$/, "airflow", "none"],
];

const UNKNOWN =
  /^(starts|turns|hums|warm|cycles|keeps|glow|dark|flame|trips|lamp|air|airflow) (\?|unknown|can t tell|cannot tell|not sure)$/;

/** One sighting in everyday words; `undefined` when the saying is none. */
export function takeSighting(saying: string): Sighting | undefined {
  const text = normalise(saying.replace(/\?/g, " unknown"));
  const unknown = UNKNOWN.exec(text);
  if (unknown) return { sight: (unknown[1] === "air" ? "airflow" : unknown[1]) as Sighting["sight"], value: "unknown" };
  for (const [pattern, sight, value] of SAYINGS) {
    if (pattern.test(text)) return { sight: sight as Sighting["sight"], value };
  }
  return undefined;
}

/** All sightings that a complaint's own words hold, sayings parted by commas, “but”, “and” or full stops. */
export function sightingsIn(words: string): Sighting[] {
  const seen = new Map<string, Sighting>();
  for (const part of words.split(/[,.;]|\bbut\b|\band\b|\bthen\b/i)) {
    const s = takeSighting(part.replace(/^\s*(it|the drum|drum|machine)\s+(?=turns|starts|hums|trips|does|won)/i, ""));
    if (s) seen.set(s.sight, s);
  }
  return [...seen.values()];
}
