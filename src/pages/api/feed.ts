import type { APIRoute } from "astro";
import { database } from "../../server/database";
import { answer } from "../../server/gate/http";
import { readCursor } from "../../server/gate/query";
import { feedStream } from "../../server/journal/live";

const HEADERS = { "content-type": "text/event-stream", "cache-control": "no-store", "x-accel-buffering": "no" };

/** Holds what is written, as it is written, in server-sent events; first what was missed since `?after=…&hash=…`. */
export const GET: APIRoute = ({ url }) =>
  answer(async () => {
    const stream = feedStream(await database(), readCursor(url.searchParams));
    return new Response(stream, { headers: HEADERS });
  });

/** Whoever asks only for the head opens no stream. */
export const HEAD: APIRoute = () => new Response(null, { headers: HEADERS });
