/** A verb's form, as far as it can be told: `done` is past or participle, `plain` the bare verb. A word can be both. */
export type Form = "plain" | "third" | "done" | "going";

const IRREGULAR: Readonly<Record<string, readonly [past: string, ...participle: string[]]>> = {
  shut: ["shut"],
  set: ["set"],
  reset: ["reset"],
  cut: ["cut"],
  put: ["put"],
  quit: ["quit", "quitted"],
  let: ["let"],
  hit: ["hit"],
  bleed: ["bled"],
  come: ["came", "come"],
  take: ["took", "taken"],
  hang: ["hung", "hanged"],
  blow: ["blew", "blown"],
  spin: ["spun", "span"],
  go: ["went", "gone"],
  run: ["ran", "run"],
  hold: ["held"],
  stand: ["stood"],
  lie: ["lay", "lain"],
  lay: ["laid"],
  sit: ["sat"],
  stick: ["stuck"],
  throw: ["threw", "thrown"],
  do: ["did", "done"],
  redo: ["redid", "redone"],
  remake: ["remade"],
  make: ["made"],
  sweep: ["swept"],
  lose: ["lost"],
  light: ["lit", "lighted"],
  relight: ["relit", "relighted"],
  burn: ["burned", "burnt"],
  keep: ["kept"],
  get: ["got", "gotten"],
  hear: ["heard"],
  give: ["gave", "given"],
  see: ["saw", "seen"],
  break: ["broke", "broken"],
  undo: ["undid", "undone"],
  find: ["found"],
  shine: ["shone", "shined"],
  catch: ["caught"],
  fall: ["fell", "fallen"],
  buy: ["bought"],
  bring: ["brought"],
  send: ["sent"],
  tell: ["told"],
  read: ["read"],
  wake: ["woke", "woken"],
  rewire: ["rewired"],
  swing: ["swung"],
  slide: ["slid"],
  smell: ["smelled", "smelt"],
  prove: ["proved", "proven"],
  fit: ["fitted"],
  leave: ["left"],
  become: ["became", "become"],
  begin: ["began", "begun"],
  show: ["showed", "shown"],
  feel: ["felt"],
  strike: ["struck"],
  shoot: ["shot"],
  draw: ["drew", "drawn"],
  ring: ["rang", "rung"],
  stink: ["stank", "stunk"],
  fly: ["flew", "flown"],
  freeze: ["froze", "frozen"],
  unwind: ["unwound"],
  rub: ["rubbed"],
  bend: ["bent"],
  wet: ["wetted", "wet"],
  mend: ["mended"],
  tip: ["tipped"],
  think: ["thought"],
  know: ["knew", "known"],
  say: ["said"],
  mean: ["meant"],
};
const VOWEL = /[aeiou]/;

/** True where the last letter is doubled before -ed and -ing: stop, trip, plug; not open, clean. */
const doubles = (verb: string): boolean => {
  const m = /^(.*)([aeiou])([bdgklmnprt])$/.exec(verb);
  if (!m || /[aeiou]$/.test(m[1] ?? "")) return false;
  const syllables = (verb.match(/[aeiouy]+/g) ?? []).length;
  return syllables === 1 || /(refit|unplug|reset|unclip|unzip|handicap|recrimp)$/.test(verb);
};

const stem = (verb: string): string => (verb.endsWith("e") ? verb.slice(0, -1) : doubles(verb) ? `${verb}${verb.at(-1)}` : verb);
const past = (verb: string): string => {
  if (/[^aeiou]y$/.test(verb)) return `${verb.slice(0, -1)}ied`;
  return `${stem(verb)}ed`;
};
const third = (verb: string): string => {
  if (/(s|x|z|ch|sh|o)$/.test(verb)) return `${verb}es`;
  return /[^aeiou]y$/.test(verb) ? `${verb.slice(0, -1)}ies` : `${verb}s`;
};
const going = (verb: string): string => {
  if (/ie$/.test(verb)) return `${verb.slice(0, -2)}ying`;
  if (/(ee|oe|ye)$/.test(verb)) return `${verb}ing`;
  return `${stem(verb)}ing`;
};

/** All forms of a verb: “stop” gives stop, stops, stopped, stopping. */
export function formsOf(verb: string): readonly (readonly [word: string, form: Form])[] {
  const pasts = IRREGULAR[verb] ?? [past(verb)];
  const all: (readonly [string, Form])[] = [
    [verb, "plain"],
    [third(verb), "third"],
    [going(verb), "going"],
    ...pasts.map((p) => [p, "done"] as const),
  ];
  return VOWEL.test(verb) || verb.includes("y") ? all : [[verb, "plain"]];
}
