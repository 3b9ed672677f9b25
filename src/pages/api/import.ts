import type { APIRoute } from "astro";
import { database } from "../../server/database";
import { answer, HttpError, json, readLimited } from "../../server/gate/http";
import { takeBundle } from "../../server/journal/take-bundle";

const MOST_BYTES = 150_000_000;

/** Takes in a job that another Yennic gave out, as a zip file. */
export const POST: APIRoute = ({ request }) =>
  answer(async () => {
    const type = (request.headers.get("content-type") ?? "").split(";")[0]?.trim().toLowerCase();
    if (type !== "application/zip")
      throw new HttpError(415, `the body is “${type?.slice(0, 60) || "of no type"}”; expected application/zip`);
    const zip = await readLimited(request, MOST_BYTES, "a job's file is smaller than that");
    return json(await takeBundle(await database(), zip, new Date()));
  });
