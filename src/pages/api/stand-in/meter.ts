import type { APIRoute } from "astro";
import { database } from "../../../server/database";
import { answer, HttpError } from "../../../server/http";
import { meterStream, readAsked } from "../../../server/stand-in-meter";

/** A simulated logging meter on a simulated machine: `?machine=…&revision=…&seed=…&on=…&since=…`, in server-sent events. */
export const GET: APIRoute = ({ url, request }) =>
  answer(async () => {
    const asked = readAsked(await database(), url.searchParams);
    const since = Number(url.searchParams.get("since") ?? Date.now());
    const after = Number(request.headers.get("last-event-id") ?? 0);
    if (!Number.isFinite(since) || !Number.isInteger(after) || after < 0)
      throw new HttpError(400, "since is milliseconds since 1970, Last-Event-ID the number of a reading", "since");
    return new Response(meterStream(asked, { after, since }), {
      headers: { "content-type": "text/event-stream", "cache-control": "no-store", "x-accel-buffering": "no" },
    });
  });
