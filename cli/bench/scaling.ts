import { writeFileSync } from "node:fs";
import { join } from "node:path";
import { item } from "../../src/core/model/array/at";
import { type Branch, changed, resistancesOf } from "../../src/core/model/circuit/resistances";
import { Predictor } from "../../src/core/model/prediction/predictor";
import { randomFrom } from "../../src/core/practice/random";
import { rank } from "../../src/core/reason/diagnosis/rank";
import { SuspectSet } from "../../src/core/reason/diagnosis/suspect-set";
import { propose } from "../../src/core/reason/planning/propose";
import { TestCatalogue } from "../../src/core/reason/planning/tests/catalogue";
import { projectRoot } from "../../src/server/database";
import { LARGEST, PREFIX, print, quantile, sampleJob, timed } from "./measure";

interface Series {
  readonly title: string;
  readonly x: string;
  readonly points: readonly (readonly [number, number])[];
}

/** Tells how cost grows with nets, suspects and tests: printed, and written to docs/ as a table and a chart. */
export function scaling(): void {
  const series = [overNets(), overSuspects(), overTests()];
  for (const s of series) for (const [x, ms] of s.points) print({ name: `${s.title}, ${x} ${s.x}`, figure: ms, unit: "ms" });
  writeFileSync(join(projectRoot(), "docs/scaling.md"), tableOf(series));
  writeFileSync(join(projectRoot(), "docs/scaling.svg"), chartOf(series));
}

/** Rounds before any is timed. */
const WARM = 15;

const SIZES = [10, 20, 30, 40, 60, 80];

/** All pairs of nets under each of sixty suspects, on ladders of random resistors. */
function overNets(): Series {
  const random = randomFrom(7);
  const points = SIZES.map((nets) => {
    const branches: Branch[] = [];
    for (let i = 1; i < nets; i++) {
      branches.push({ a: i - 1, b: i, ohms: 0.02 + 10 * random() });
      if (i % 3 === 0) branches.push({ a: 0, b: i, ohms: 100 + 3000 * random() });
    }
    const all = () => {
      const base = resistancesOf(nets, branches);
      for (let k = 0; k < 60; k++) changed(base, { gone: [item(branches, k % branches.length)], come: [] });
    };
    timed(WARM, all);
    const times = timed(15, all);
    return [nets, quantile(times, 0.5)] as const;
  });
  return { title: "All pairs of nets under 60 suspects", x: "nets", points };
}

/** One reading in a state of wires and controls not seen before, over the first so many hypotheses of the largest machine. */
function overSuspects(): Series {
  const { hypotheses } = new SuspectSet(new Predictor(LARGEST));
  const setup = { between: ["PL1", "H1"] as const, unit: "ohm" as const, wiring: [], controls: {} };
  const points = [250, 500, 1000, 1500, hypotheses.length].map((n) => {
    const all = () => {
      const read = new Predictor(LARGEST).reader(setup);
      for (let i = 0; i < n; i++) read(item(hypotheses, i).faults);
    };
    timed(WARM, all);
    const times = timed(15, all);
    return [n, quantile(times, 0.5)] as const;
  });
  return { title: "A reading in a state not seen before", x: "hypotheses", points };
}

/** The next proposal, over the first so many tests of the largest machine. */
function overTests(): Series {
  const set = new SuspectSet(new Predictor(LARGEST));
  const job = sampleJob([...PREFIX.slice(0, 1), "proved dead"], LARGEST).job;
  const ranking = rank(set, job.evidence);
  const { tests } = new TestCatalogue(set);
  const points = [50, 100, 200, 400, tests.length].map((n) => {
    const catalogue = new TestCatalogue(set, tests.slice(0, n));
    timed(WARM, () => propose(catalogue, job, ranking));
    return [
      n,
      quantile(
        timed(15, () => propose(catalogue, job, ranking)),
        0.5,
      ),
    ] as const;
  });
  return { title: "Propose the next step", x: "tests", points };
}

function tableOf(series: readonly Series[]): string {
  const tables = series.map(
    (s) =>
      `## ${s.title}\n\n| ${s.x} | ms, median |\n|---:|---:|\n${s.points.map(([x, ms]) => `| ${x} | ${ms.toPrecision(3)} |`).join("\n")}\n`,
  );
  return `# How cost grows\n\nWritten by \`./yennic bench scale\` on one machine of two cores; the shape tells more than the figures.\n\n![Chart](scaling.svg)\n\n${tables.join("\n")}`;
}

const [W, H, PAD] = [300, 220, 44];

function chartOf(series: readonly Series[]): string {
  const panels = series.map((s, k) => {
    const maxX = Math.max(...s.points.map((p) => p[0]));
    const maxY = Math.max(...s.points.map((p) => p[1])) * 1.1;
    const x = (v: number) => PAD + (v / maxX) * (W - PAD - 16);
    const y = (v: number) => H - PAD - (v / maxY) * (H - PAD - 30);
    const line = s.points.map(([a, b], i) => `${i === 0 ? "M" : "L"}${x(a).toFixed(1)} ${y(b).toFixed(1)}`).join("");
    const dots = s.points.map(([a, b]) => `<circle cx="${x(a).toFixed(1)}" cy="${y(b).toFixed(1)}" r="3.5"/>`).join("");
    const ticks = s.points
      .filter((_, i) => i % 2 === 0 || i === s.points.length - 1)
      .map(([a]) => `<text x="${x(a).toFixed(1)}" y="${H - PAD + 16}" text-anchor="middle">${a}</text>`)
      .join("");
    return `<g transform="translate(${k * W} 0)"><text x="${PAD}" y="16" class="t">${s.title}</text><path d="M${PAD} 26V${H - PAD}H${W - 12}" class="axis"/><path d="${line}" class="line"/>${dots}${ticks}<text x="${PAD - 6}" y="32" text-anchor="end">${maxY.toPrecision(2)}</text><text x="${PAD - 6}" y="${H - PAD}" text-anchor="end">0 ms</text><text x="${(W + PAD) / 2}" y="${H - 8}" text-anchor="middle">${s.x}</text></g>`;
  });
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${W * series.length}" height="${H}" viewBox="0 0 ${W * series.length} ${H}" font-family="sans-serif" font-size="11"><style>.axis{fill:none;stroke:#17222c}.line{fill:none;stroke:#173f8a;stroke-width:2}circle{fill:#173f8a}.t{font-weight:600;font-size:11.5px}</style><rect width="100%" height="100%" fill="#fbfaf6"/>${panels.join("")}</svg>\n`;
}
