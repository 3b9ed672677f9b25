import type { APIRoute } from "astro";
import { sql } from "drizzle-orm";
import { database } from "../../server/database";
import { answer, json } from "../../server/http";

export const GET: APIRoute = () =>
  answer(async () => {
    await (await database()).run(sql`select 1`);
    return json({ ok: true });
  });
