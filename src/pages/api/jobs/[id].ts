import type { APIRoute } from "astro";
import { database } from "../../../server/database";
import { answer, HttpError, json } from "../../../server/http";
import { findJob } from "../../../server/jobs";
import { entriesOf } from "../../../server/journal";
import { checkJobId } from "../../../server/query";

export const GET: APIRoute = ({ params }) =>
  answer(async () => {
    const id = checkJobId(params.id);
    const db = await database();
    const job = await findJob(db, id);
    if (!job) throw new HttpError(404, `there is no job ${id}`, "id");
    return json({ job, entries: await entriesOf(db, id) });
  });
