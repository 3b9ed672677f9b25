import type { APIRoute } from "astro";
import { z } from "zod";
import { database } from "../../../server/database";
import { answer, errorJson, json, readBody } from "../../../server/gate/http";
import { journalOf } from "../../../server/journal/keep-journal";
import { prepareAnswers } from "../../../server/journal/prepare-answers";
import { takeEntries } from "../../../server/journal/take-entries";

const batchSchema = z.strictObject({ entries: z.array(z.unknown()).min(1).max(200) });

/**
 * Takes entries, each by itself: `acknowledged` names those on disk, `refused` the others with their reasons. 200 when all
 * are taken, 207 when some are, else the status of the first refusal.
 */
export const POST: APIRoute = ({ request, locals }) =>
  answer(async () => {
    const { entries } = await readBody(request, batchSchema);
    const journal = journalOf(await database());
    const { acknowledged, refused } = await takeEntries(journal, entries);
    if (locals.firstAnswers) prepareAnswers(locals.firstAnswers, journal, entries);
    const told = { journal: journal.id, acknowledged, refused };
    const [first] = refused;
    if (!first) return json(told);
    if (acknowledged.length > 0) return json(told, 207);
    const { status, index, field, message } = first;
    return errorJson(status, message, `entries.${index}.${field}`, told);
  });
