import type { APIRoute } from "astro";
import { z } from "zod";
import { database } from "../../../server/database";
import { answer, json, readBody } from "../../../server/gate/http";
import { knownAmong } from "../../../server/journal/read-journal";

const idsSchema = z.strictObject({ ids: z.array(z.string().max(60)).max(2000) });

/** Those of the entries that this journal lacks: asked by a browser whose copy goes further than a restored journal. */
export const POST: APIRoute = ({ request }) =>
  answer(async () => {
    const { ids } = await readBody(request, idsSchema);
    const known = await knownAmong(await database(), ids);
    return json({ lacking: ids.filter((id) => !known.has(id)) });
  });
