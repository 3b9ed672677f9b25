import type { APIRoute } from "astro";
import { database } from "../../../server/database";
import { answer, json } from "../../../server/http";
import { listJobs } from "../../../server/jobs";
import { readListQuery } from "../../../server/query";

export const GET: APIRoute = ({ url }) => answer(async () => json(await listJobs(await database(), readListQuery(url.searchParams))));
