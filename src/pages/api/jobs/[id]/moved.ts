import type { APIRoute } from "astro";
import { z } from "zod";
import { database } from "../../../../server/database";
import { answer, HttpError, json } from "../../../../server/gate/http";
import { checkJobId } from "../../../../server/gate/query";
import { movedBy } from "../../../../server/journal/moved";
import { findJob } from "../../../../server/kept/jobs";

const person = z.string().trim().min(1).max(120);

/** Says how long `?by=…` took for panels on machines of this job's kind. */
export const GET: APIRoute = ({ params, url }) =>
  answer(async () => {
    const id = checkJobId(params.id);
    const by = person.safeParse(url.searchParams.get("by"));
    if (!by.success) throw new HttpError(400, "by: expected the name of who works, up to 120 letters", "by");
    const db = await database();
    const job = await findJob(db, id);
    if (!job) throw new HttpError(404, `there is no job ${id}`, "id");
    return json({ moved: job.machine ? await movedBy(db, job.machine, by.data) : [] });
  });
