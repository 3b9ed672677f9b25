import { z } from "zod";
import { STAGES } from "../../core/record/job/stages";
import { HttpError } from "./http";

const STAGE_FILTERS = [...STAGES, "closed"] as const;
const listQuery = z.object({
  stage: z.enum(STAGE_FILTERS).optional(),
  q: z.string().trim().max(200).optional(),
  page: z.coerce.number().int().min(1).max(100_000).default(1),
});

const EXPECTED: Record<string, string> = { stage: `one of ${STAGE_FILTERS.join(", ")}`, q: "at most 200 characters" };

/** `?stage=…&q=…&page=…` of a list. Throws {@link HttpError} naming the parameter and what it may be. */
export function readListQuery(params: URLSearchParams): z.infer<typeof listQuery> {
  const parsed = listQuery.safeParse({
    stage: params.get("stage") || undefined,
    q: params.get("q") || undefined,
    page: params.get("page") || undefined,
  });
  if (parsed.success) return parsed.data;
  const field = String(parsed.error.issues[0]?.path[0] ?? "query");
  const expected = EXPECTED[field] ?? "a page number from 1";
  throw new HttpError(400, `${field} is “${params.get(field)?.slice(0, 40)}”; expected ${expected}`, field);
}

export function checkJobId(id: string | undefined): string {
  if (z.uuid().safeParse(id).success) return id as string;
  throw new HttpError(404, `“${id?.slice(0, 60)}” is not the id of a job`, "id");
}

const cursorQuery = z.object({
  after: z.coerce.number().int().min(0).max(Number.MAX_SAFE_INTEGER).default(0),
  hash: z.string().max(64).optional(),
});

/** `?after=…&hash=…`: the number and hash of the last entry that is known. Throws {@link HttpError}. */
export function readCursor(params: URLSearchParams): z.infer<typeof cursorQuery> {
  const parsed = cursorQuery.safeParse({ after: params.get("after") || undefined, hash: params.get("hash") || undefined });
  if (parsed.success) return parsed.data;
  throw new HttpError(
    400,
    `after is “${params.get("after")?.slice(0, 40)}”; expected the number of an entry, from 0, and its hash`,
    "after",
  );
}
