import type { APIRoute } from "astro";
import { database } from "../../../../server/database";
import { earlierVisits } from "../../../../server/earlier";
import { answer, HttpError, json } from "../../../../server/gate/http";
import { checkJobId } from "../../../../server/gate/query";
import { findJob } from "../../../../server/kept/jobs";

/** Earlier jobs on the same machine, with what was done and read. */
export const GET: APIRoute = ({ params }) =>
  answer(async () => {
    const id = checkJobId(params.id);
    const db = await database();
    const job = await findJob(db, id);
    if (!job) throw new HttpError(404, `there is no job ${id}`, "id");
    return json({ visits: await earlierVisits(db, job) });
  });
