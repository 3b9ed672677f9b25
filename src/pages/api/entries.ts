import type { APIRoute } from "astro";
import { z } from "zod";
import { entrySchema } from "../../core/job/entry";
import { database } from "../../server/database";
import { answer, json, readBody } from "../../server/http";
import { appendEntries } from "../../server/journal";

const batchSchema = z.strictObject({ entries: z.array(entrySchema).min(1).max(200) });

export const POST: APIRoute = ({ request }) =>
  answer(async () => {
    const { entries } = await readBody(request, batchSchema);
    return json({ acknowledged: await appendEntries(await database(), entries) });
  });
