import type { APIRoute } from "astro";
import { database } from "../../../server/database";
import { answer, json } from "../../../server/http";
import { listPage } from "../../../server/jobs";
import { readListQuery } from "../../../server/query";

export const GET: APIRoute = ({ url }) => answer(async () => json(await listPage(await database(), readListQuery(url.searchParams))));
