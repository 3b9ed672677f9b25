import { mkdtempSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { v7 } from "uuid";
import { item } from "../../src/core/model/array/at";
import type { Kept } from "../../src/core/record/job/entry";
import { foldJob } from "../../src/core/record/job/fold";
import { buildIfNeeded } from "../build";
import { longJob } from "./append";
import { PREFIX, print, quantile, READINGS, sampleJob, timed } from "./measure";

export function folding(): void {
  const { entries, machine } = sampleJob([...PREFIX, ...READINGS]);
  const list = sampleJob(PREFIX).entries;
  const readings = entries.filter((e) => e.kind === "finding" && e.body.kind === "ohms");
  while (list.length < 1000) list.push({ ...item(readings, list.length % readings.length), id: v7() });
  const kept = list.map((entry): Kept => ({ readable: true, entry }));
  const text = JSON.stringify(list);
  const parse = timed(50, () => JSON.parse(text));
  const fold = timed(50, () => foldJob("", kept, () => machine));
  print({
    name: "fold 1,000 entries, p50",
    figure: quantile(fold, 0.5),
    unit: "ms",
    baseline: { what: "JSON.parse of the same entries", figure: quantile(parse, 0.5) },
  });
}

/** Gives what the server sends for a job of 50 and of 5,000 entries, and how soon; the entries that follow are told apart. */
export async function jobPages(): Promise<void> {
  buildIfNeeded();
  const { Server } = await import("../../tests/e2e/support/server");
  const server = new Server(mkdtempSync(join(tmpdir(), "yennic-bench-")));
  try {
    await server.start("--empty");
    for (const length of [50, 5000]) {
      const { id } = await longJob(server, length);
      const page = await timesOf(`${server.url}/jobs/${id}/meter`, 20);
      const rest = await timesOf(`${server.url}/api/jobs/${id}`, 10);
      print({ name: `job page of ${length} entries`, figure: page.bytes / 1000, unit: "kB" });
      print({ name: `job page of ${length} entries, p50`, figure: page.p50, unit: "ms" });
      print({ name: `job page of ${length} entries, the entries that follow`, figure: rest.bytes / 1000, unit: "kB" });
      print({ name: `job page of ${length} entries, the entries that follow, p50`, figure: rest.p50, unit: "ms" });
      print({
        name: `longest wait of another request meanwhile, ${length} entries`,
        figure: await longestWait(server.url, id),
        unit: "ms",
        target: 100,
      });
    }
  } finally {
    await server.remove();
  }
}

async function timesOf(url: string, rounds: number): Promise<{ readonly bytes: number; readonly p50: number }> {
  const times: number[] = [];
  let bytes = 0;
  for (let i = -2; i < rounds; i++) {
    const start = performance.now();
    bytes = (await (await fetch(url)).arrayBuffer()).byteLength;
    if (i >= 0) times.push(performance.now() - start);
  }
  return {
    bytes,
    p50: quantile(
      times.toSorted((a, b) => a - b),
      0.5,
    ),
  };
}

/** Asks for the job again and again, and beside it for next to nothing: how long that ever takes. */
async function longestWait(url: string, id: string): Promise<number> {
  let going = true;
  let longest = 0;
  const beside = (async () => {
    while (going) {
      const start = performance.now();
      await (await fetch(`${url}/api/health`)).text();
      longest = Math.max(longest, performance.now() - start);
    }
  })();
  for (let i = 0; i < 10; i++) {
    await (await fetch(`${url}/api/jobs/${id}`)).text();
    await (await fetch(`${url}/jobs/${id}/meter`)).text();
  }
  going = false;
  await beside;
  return longest;
}

/** From `./yennic demo` to its first answer, everything installed and built. */
export async function secondStart(): Promise<void> {
  buildIfNeeded();
  const data = mkdtempSync(join(tmpdir(), "yennic-start-"));
  const { Server } = await import("../../tests/e2e/support/server");
  const server = new Server(data);
  try {
    await server.start();
    await server.kill();
    const begin = performance.now();
    await server.start();
    const health = performance.now() - begin;
    await fetch(`${server.url}/jobs`).then((r) => r.text());
    print({ name: "second start of demo to its first answer", figure: health / 1000, unit: "s", target: 5 });
    print({ name: "second start of demo to its first page", figure: (performance.now() - begin) / 1000, unit: "s", target: 5 });
  } finally {
    await server.remove();
  }
}
