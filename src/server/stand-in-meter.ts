import { z } from "zod";
import { PER_SECOND, type Streamed } from "../core/model/instrument/stream";
import type { Machine } from "../core/model/machine/format";
import { machineRefSchema } from "../core/model/machine/revision";
import { type OnTips, StandIn } from "../core/practice/stand-in";
import { findingSchema, type Question } from "../core/record/finding/finding";
import { isMetered } from "../core/record/finding/metered";
import { firstIssue } from "../core/record/job/entry";
import type { Database } from "./database/handle";
import { HttpError } from "./gate/http";
import { machineFinder } from "./kept/machines";

const querySchema = z.object({
  machine: machineRefSchema.shape.id,
  revision: machineRefSchema.shape.revision,
  seed: z.coerce.number().int().min(0).max(0xffffffff),
  fault: z.string().max(200).optional(),
  fitted: z.string().max(2000).default(""),
  on: z.string().min(2).max(4000),
  since: z.coerce.number().int().min(0).optional(),
});

/** Holds what is put on the tips, on which machine. */
interface Asked {
  readonly machine: Machine;
  readonly seed: number;
  readonly fault?: string | undefined;
  readonly fitted: readonly string[];
  readonly on: OnTips;
  /** When the leads were put there, in milliseconds since 1970. */
  readonly since: number;
}

/** Reads what is asked of the simulated meter. Throws {@link HttpError}: 400 with the field, 404 for a machine that is not here. */
export function readAsked(db: Database, params: URLSearchParams): Asked {
  const parsed = querySchema.safeParse(Object.fromEntries(params));
  if (!parsed.success) {
    const { field, message } = firstIssue(parsed.error);
    throw new HttpError(400, message, field);
  }
  const { machine: id, revision, seed, fault, fitted, on, since = Date.now() } = parsed.data;
  const machine = machineFinder(db)({ id, revision });
  if (!machine) throw new HttpError(404, `the machine ${id} is not here in revision ${revision}`, "machine");
  return { machine, seed, fault, fitted: fitted.split(",").filter((f) => f !== ""), on: readTips(on), since };
}

function readTips(on: string): OnTips {
  if (on === "leads") return on;
  const wrong = (message: string) =>
    new HttpError(400, `on: ${message}; expected “leads”, or a question of ohms, volts, amps or capacitance`, "on");
  let question: unknown;
  try {
    question = JSON.parse(on);
  } catch {
    throw wrong("is not JSON");
  }
  for (const unit of ["ohm", "volt", "amp", "farad"]) {
    const read = findingSchema.safeParse({ ...(question as object), result: { is: "value", value: 0, unit } });
    if (!read.success || !isMetered(read.data)) continue;
    const { result: _, meter: __, ...asked } = read.data;
    return asked as Question;
  }
  throw wrong("is no such question");
}

const MOST_KNOWN = 20;
const known = new Map<string, StandIn>();

/** The simulated machine of a job, kept while it is used. */
function standIn({ machine, seed, fault }: Asked): StandIn {
  const key = JSON.stringify([machine.id, seed, fault]);
  const found = known.get(key) ?? made(machine, seed, fault);
  known.delete(key);
  known.set(key, found);
  const [oldest] = known.keys();
  if (known.size > MOST_KNOWN && oldest !== undefined) known.delete(oldest);
  return found;
}

function made(machine: Machine, seed: number, fault: string | undefined): StandIn {
  try {
    return new StandIn(machine, seed, fault);
  } catch (error) {
    throw error instanceof RangeError ? new HttpError(400, error.message, "fault") : error;
  }
}

const encoder = new TextEncoder();
/** A browser that was away for longer hears only the newest. */
const MOST_AT_ONCE = 600;

/**
 * Server-sent events of a simulated meter, ten readings a second, numbered from 1. Who comes back with the number that was heard last hears what was
 * missed first: none is lost, none comes twice.
 */
export function meterStream(asked: Asked, after: number): ReadableStream<Uint8Array> {
  const reading = standIn(asked).stream(asked.on, asked.fitted);
  if (!reading) throw new HttpError(400, "the simulated meter does not measure that", "on");
  let next = after + 1;
  let timer: ReturnType<typeof setInterval> | undefined;
  return new ReadableStream<Uint8Array>({
    start: (controller) => {
      const due = () => Math.floor(((Date.now() - asked.since) / 1000) * PER_SECOND);
      next = Math.max(next, due() - MOST_AT_ONCE);
      const tick = () => {
        let events = "";
        for (; next <= due(); next++) events += event(reading(next));
        if (events !== "") controller.enqueue(encoder.encode(events));
      };
      controller.enqueue(encoder.encode("retry: 500\n\n"));
      timer = setInterval(tick, 1000 / PER_SECOND);
    },
    cancel: () => clearInterval(timer),
  });
}

const event = (r: Streamed): string => `id: ${r.seq}\ndata: ${JSON.stringify(r)}\n\n`;

/** The number that was heard last, as a browser says it when it comes back. Throws {@link HttpError} 400. */
export function readLastHeard(header: string | null): number {
  const after = Number(header ?? 0);
  if (Number.isInteger(after) && after >= 0) return after;
  throw new HttpError(
    400,
    `Last-Event-ID is “${header?.slice(0, 40)}”; expected the number of the reading that was heard last`,
    "last-event-id",
  );
}
