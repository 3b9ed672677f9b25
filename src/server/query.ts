import { z } from "zod";
import { STAGES } from "../core/job/stages";
import { HttpError } from "./http";

const STAGE_FILTERS = [...STAGES, "closed"] as const;
const listQuery = z.object({
  stage: z.enum(STAGE_FILTERS).optional(),
  page: z.coerce.number().int().min(1).max(100_000).default(1),
});

/** `?stage=…&page=…` of a list. Throws {@link HttpError} naming the parameter and what it may be. */
export function readListQuery(params: URLSearchParams): z.infer<typeof listQuery> {
  const parsed = listQuery.safeParse({ stage: params.get("stage") || undefined, page: params.get("page") || undefined });
  if (parsed.success) return parsed.data;
  const field = String(parsed.error.issues[0]?.path[0] ?? "query");
  const expected = field === "stage" ? `one of ${STAGE_FILTERS.join(", ")}` : "a page number from 1";
  throw new HttpError(400, `${field} is “${params.get(field)?.slice(0, 40)}”; expected ${expected}`, field);
}

export function checkJobId(id: string | undefined): string {
  if (z.uuid().safeParse(id).success) return id as string;
  throw new HttpError(404, `“${id?.slice(0, 60)}” is not the id of a job`, "id");
}
