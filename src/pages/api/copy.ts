import type { APIRoute } from "astro";
import { SHIPPED } from "../../machines";
import { database } from "../../server/database";
import { answer, json } from "../../server/gate/http";
import { journalOf } from "../../server/journal/keep-journal";
import { countOpen, openJobs } from "../../server/kept/jobs";

/** Holds what a browser needs to begin its copy: where the journal stands, the open jobs' rows, the machines that are offered. */
export const GET: APIRoute = () =>
  answer(async () => {
    const db = await database();
    const journal = journalOf(db);
    const head = await journal.present();
    return json({
      journal: journal.id,
      head: { seq: head.seq, hash: head.hash },
      rows: await openJobs(db),
      open: await countOpen(db),
      machines: SHIPPED.map((m) => m.ref),
    });
  });
