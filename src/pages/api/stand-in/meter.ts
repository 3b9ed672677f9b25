import type { APIRoute } from "astro";
import { database } from "../../../server/database";
import { answer } from "../../../server/gate/http";
import { meterStream, readAsked, readLastHeard } from "../../../server/stand-in-meter";

/** A simulated logging meter on a simulated machine: `?machine=…&revision=…&seed=…&on=…&since=…`, in server-sent events. */
export const GET: APIRoute = ({ url, request }) =>
  answer(async () => {
    const asked = readAsked(await database(), url.searchParams);
    return new Response(meterStream(asked, readLastHeard(request.headers.get("last-event-id"))), {
      headers: { "content-type": "text/event-stream", "cache-control": "no-store", "x-accel-buffering": "no" },
    });
  });
