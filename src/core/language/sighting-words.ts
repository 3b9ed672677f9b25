import type { Sighting } from "../job/entry";
import { parseQuantity } from "../quantity/parse";
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
  [/^(stops|stops early|stops by itself|shuts off|stops yes|cuts out)$/, "stops", "yes"],
  [/^(runs on|keeps running|stops no|does not stop)$/, "stops", "no"],
  [/^(timer moves|timer advances|timer moves on|advances|advances yes)$/, "advances", "yes"],
  [/^(timer stands|timer stuck|timer does not move|timer does not advance|advances no)$/, "advances", "no"],
  [/^(display|display yes|display on|display lights|display lit)$/, "display", "yes"],
  [/^(no display|display no|display off|display dark)$/, "display", "no"],
  [/^(no code|code none|no fault code)$/, "code", "none"],
  [/^(trips|trips yes|trips breaker|trips the breaker|breaker trips)$/, "trips", "yes"],
  [/^(trips no|no trip|breaker holds|does not trip)$/, "trips", "no"],
  [/^(lamp|lamp yes|lamp on|lamp lights|light on|light yes)$/, "lamp", "yes"],
  [/^(no lamp|lamp no|lamp off|lamp dark|no light|light off|light no)$/, "lamp", "no"],
  [/^(air strong|strong air|airflow strong|air good|good air|air ok)$/, "airflow", "strong"],
  [/^(air weak|weak air|airflow weak|poor air|air poor|little air)$/, "airflow", "weak"],
  [/^(no air|air none|airflow none|air no)$/, "airflow", "none"],
];

const UNKNOWN =
  /^(starts|turns|hums|warm|cycles|keeps|glow|dark|flame|trips|lamp|stops|advances|display|code|air|airflow) (\?|unknown|can t tell|cannot tell|not sure)$/;

/** “glow after 20 s”, “dark at 45s”, “flame 1 min”: what can be timed, and when. */
const TIMED = /^(.*?)(?:\s+(?:after|at|in))?\s+(\d+(?:[.,]\d+)?\s*(?:s|secs?|seconds?|min|mins|minutes?))$/i;
const CAN_BE_TIMED = new Set(["glow", "dark", "flame"]);

/** One sighting in everyday words; `undefined` when the saying is none. */
export function takeSighting(saying: string): Sighting | undefined {
  const timed = TIMED.exec(saying.trim());
  const time = timed && parseQuantity(timed[2] as string, "second");
  if (timed && time?.ok) {
    const seen = takeUntimed(timed[1] as string);
    if (seen && CAN_BE_TIMED.has(seen.sight) && seen.value === "yes") return { ...seen, after: time.quantity.value };
  }
  return takeUntimed(saying);
}

function takeUntimed(saying: string): Sighting | undefined {
  const text = normalise(saying.replace(/\?/g, " unknown"));
  const unknown = UNKNOWN.exec(text);
  if (unknown) return { sight: (unknown[1] === "air" ? "airflow" : unknown[1]) as Sighting["sight"], value: "unknown" };
  const code = /^(?:fault )?code ([a-z]{0,2}\d[a-z0-9]{0,3})$/.exec(text);
  if (code) return { sight: "code", value: (code[1] as string).toUpperCase() };
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
