import type { APIRoute } from "astro";
import { z } from "zod";
import { checkEntry, firstIssue } from "../../core/job/entry";
import type { Envelope } from "../../core/journal/envelope";
import { database } from "../../server/database";
import { answer, HttpError, json, readBody } from "../../server/http";
import { appendEntries } from "../../server/journal";

const batchSchema = z.strictObject({ entries: z.array(z.unknown()).min(1).max(200) });

export const POST: APIRoute = ({ request }) =>
  answer(async () => {
    const { entries } = await readBody(request, batchSchema);
    return json({ acknowledged: await appendEntries(await database(), entries.map(checked)) });
  });

function checked(data: unknown, i: number): Envelope {
  const result = checkEntry(data);
  if (result.ok) return result.envelope;
  const { field, message } = firstIssue(result.error, ["entries", i]);
  throw new HttpError(400, message, field);
}
