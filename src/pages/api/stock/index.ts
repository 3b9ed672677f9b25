import type { APIRoute } from "astro";
import { database } from "../../../server/database";
import { answer, json } from "../../../server/gate/http";
import { stockEntries } from "../../../server/kept/stock";

/** All entries of the stock, orders and terms, in the server's order with their numbers. */
export const GET: APIRoute = () =>
  answer(async () => {
    const all = await stockEntries(await database());
    return json({ entries: all.map((s) => s.entry), seqs: all.map((s) => s.seq) });
  });
