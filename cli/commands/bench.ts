import { BadInput } from "../bad-input";

const BENCHES: Record<string, () => Promise<void>> = {
  say: async () => (await import("../bench/say")).saying(),
  rank: async () => (await import("../bench/diagnosis")).ranking(),
  propose: async () => (await import("../bench/diagnosis")).proposing(),
  first: async () => (await import("../bench/first")).firstProposal(),
  readings: async () => (await import("../bench/diagnosis")).readings(),
  fold: async () => (await import("../bench/server")).folding(),
  append: async () => (await import("../bench/append")).appending(),
  page: async () => {
    await (await import("../bench/page")).jobPage();
    await (await import("../bench/server")).jobPages();
  },
  list: async () => (await import("../bench/list")).listing(),
  live: async () => (await import("../bench/live")).live(),
  meter: async () => (await import("../bench/meter")).streaming(),
  photos: async () => (await import("../bench/photos")).photographing(),
  report: async () => (await import("../bench/report")).reporting(),
  start: async () => (await import("../bench/server")).secondStart(),
  lookahead: async () => (await import("../bench/planning")).lookahead(),
  hour: async () => (await import("../bench/diagnosis")).simulatedHour(),
  scale: async () => (await import("../bench/scaling")).scaling(),
  rehearse: async () => (await import("../bench/planning")).rehearsed(),
  way: async () => (await import("../bench/way")).wayFinding(),
  plug: async () => (await import("../bench/plug")).plugging(),
  fit: async () => {
    const { fitting, longLog } = await import("../bench/fit");
    fitting();
    longLog();
  },
  sequence: async () => (await import("../bench/sequence")).sequences(),
};

/** JSON lines: name, figure, unit, and the baseline measured in the same run. With a name, only that one. */
export async function run(args: string[]): Promise<void> {
  const [name] = args;
  if (name !== undefined && !BENCHES[name]) throw new BadInput(`“${name}” is not a benchmark; expected ${Object.keys(BENCHES).join(", ")}`);
  for (const [key, bench] of Object.entries(BENCHES)) if (name === undefined || key === name) await bench();
}
