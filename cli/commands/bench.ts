import { BadInput } from "../bad-input";
import { appending } from "../bench/append";
import { proposing, ranking, readings, simulatedHour } from "../bench/diagnosis";
import { lookahead, rehearsed } from "../bench/planning";
import { saying } from "../bench/say";
import { scaling } from "../bench/scaling";
import { folding, jobPages, secondStart } from "../bench/server";

const BENCHES: Record<string, () => void | Promise<void>> = {
  say: saying,
  rank: ranking,
  propose: proposing,
  first: async () => (await import("../bench/first")).firstProposal(),
  readings,
  fold: folding,
  append: appending,
  page: async () => {
    await (await import("../bench/page")).jobPage();
    await jobPages();
  },
  list: async () => (await import("../bench/list")).listing(),
  live: async () => (await import("../bench/live")).live(),
  meter: async () => (await import("../bench/meter")).streaming(),
  photos: async () => (await import("../bench/photos")).photographing(),
  report: async () => (await import("../bench/report")).reporting(),
  start: secondStart,
  lookahead,
  hour: simulatedHour,
  scale: scaling,
  rehearse: rehearsed,
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
