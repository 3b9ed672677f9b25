import type { APIRoute } from "astro";
import { unpackBundle } from "../../core/record/bundle/bundle";
import { database } from "../../server/database";
import { answer, HttpError, json, readLimited } from "../../server/gate/http";
import { takeBundle } from "../../server/journal/take-bundle";

const MOST_BYTES = 50_000_000;
/** One at a time: what is read is held in memory until it is written. */
let busy = false;

/** Takes in a job that another Yennic gave out, as a zip file. */
export const POST: APIRoute = ({ request, locals }) =>
  answer(async () => {
    const type = (request.headers.get("content-type") ?? "").split(";")[0]?.trim().toLowerCase();
    if (type !== "application/zip")
      throw new HttpError(415, `the body is “${type?.slice(0, 60) || "of no type"}”; expected application/zip`);
    if (busy) throw new HttpError(503, "another job is being brought in; try again in a moment");
    busy = true;
    try {
      const zip = await readLimited(request, MOST_BYTES, "a job's file is smaller than that");
      return json(await takeBundle(await database(), zip, new Date(), locals.unpack ?? (async (z) => unpackBundle(z))));
    } finally {
      busy = false;
    }
  });
