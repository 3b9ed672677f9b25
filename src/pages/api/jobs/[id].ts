import type { APIRoute } from "astro";
import { database } from "../../../server/database";
import { answer, HttpError } from "../../../server/gate/http";
import { checkJobId, readCursor } from "../../../server/gate/query";
import { jobStream } from "../../../server/journal/job-stream";
import { findJob } from "../../../server/kept/jobs";

/** A job's row, and its entries in the server's order behind `?after=…` with their numbers. */
export const GET: APIRoute = ({ params, url }) =>
  answer(async () => {
    const id = checkJobId(params.id);
    const db = await database();
    const job = await findJob(db, id);
    if (!job) throw new HttpError(404, `there is no job ${id}`, "id");
    return new Response(jobStream(db, job, readCursor(url.searchParams).after), {
      headers: { "content-type": "application/json", "cache-control": "no-store" },
    });
  });
