import { assemblyIdOf } from "../../../model/machine/assembly";
import type { Machine } from "../../../model/machine/format";
import { readTerminal } from "../../../model/machine/wiring";
import { judgeInJob } from "../../../reason/diagnosis/judge-in-job";
import type { Verdict } from "../../../record/finding/limits/verdict";
import { type Job, stampOfLine } from "../../../record/job/fold";
import type { Terms } from "../../../record/stock/terms";
import { countSays } from "../bench/stock";
import { dayAfter, daySays } from "../days";

/** Gives what went in, with its code; what was found good after all; what a kit left over. */
export function partsSay(machine: Machine, job: Job): string[] {
  const good = goodAfterAll(machine, job);
  const left = job.leftOver.map((l) => `${countSays(l.count, l.piece)}${l.why ? ` (${l.why})` : ""}`);
  return [
    ...job.used.map(({ item, name, count }) => `${countSays(count, name)}, ${item}`),
    ...(good.length > 0 ? [`Tested good and reused: ${good.join(", ")}.`] : []),
    ...(left.length > 0 ? [`Not used from the kit: ${left.join(", ")}.`] : []),
  ];
}

/** Parts whose own reading passed last and that nobody renewed. */
function goodAfterAll(machine: Machine, job: Job): string[] {
  const renewed = new Set(job.fitted.map((f) => f.assembly));
  const verdicts = new Map<string, Verdict>();
  for (const { source, finding: f } of job.evidence) {
    if (source !== "technician" || f.kind !== "ohms") continue;
    const own = machine.parts.find((p) => f.place.between.every((t) => readTerminal(t)?.part === p.id));
    if (own) verdicts.set(own.id, judgeInJob(machine, job, f).verdict);
  }
  return machine.parts.filter((p) => verdicts.get(p.id) === "pass" && !renewed.has(assemblyIdOf(p))).map((p) => p.name.toLowerCase());
}

/** Parts by their months, work by its days, from the day of handing over, or of the last entry. */
export function warrantySays(job: Job, terms: Terms): string[] {
  const last = job.record.at(-1);
  const from = job.handedOver?.at ?? (job.closed && last ? stampOfLine(last).at : undefined);
  if (from === undefined || job.fitted.length === 0) return [];
  const until = (months: number, days: number) => daySays(dayAfter(from, months, days), { year: true });
  const { workDays } = job.agreed?.from ?? terms;
  return [
    ...job.used.filter((u) => u.warrantyMonths > 0).map((u) => `${u.name}: ${u.warrantyMonths} months, to ${until(u.warrantyMonths, 0)}.`),
    `Labor warranty: ${workDays} days, to ${until(0, workDays)}.`,
  ];
}
