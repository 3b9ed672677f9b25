import type { APIRoute } from "astro";
import { database } from "../../../server/database";
import { answer, json } from "../../../server/gate/http";
import { readListQuery } from "../../../server/gate/query";
import { listPage } from "../../../server/kept/jobs";

export const GET: APIRoute = ({ url }) => answer(async () => json(await listPage(await database(), readListQuery(url.searchParams))));
