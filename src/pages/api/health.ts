import type { APIRoute } from "astro";
import { database } from "../../server/database";
import { answer, json } from "../../server/gate/http";
import { journalOf } from "../../server/journal/keep-journal";

/** True where the server can write: 200, or 503 with since when not and why. */
export const GET: APIRoute = () =>
  answer(async () => {
    const health = await journalOf(await database()).health();
    return json(health, health.ok ? 200 : 503);
  });
