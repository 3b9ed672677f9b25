import type { APIRoute } from "astro";
import { checkFile, fileHashSchema, MOST_FILE_BYTES } from "../../../core/record/files/file";
import { database } from "../../../server/database";
import { answer, HttpError, json, readLimited } from "../../../server/gate/http";
import { findFile, keepFile } from "../../../server/kept/files";

/** A file by its content. It never changes, and nothing in it is ever run. */
export const GET: APIRoute = ({ params }) =>
  answer(async () => {
    const hash = fileHashSchema.safeParse(params.hash);
    if (!hash.success) throw new HttpError(400, "the name of a file is its SHA-256 in hexadecimal", "hash");
    const file = await findFile(await database(), hash.data);
    if (!file) throw new HttpError(404, `the file ${hash.data} is not here: the device that made it has not sent it yet`, "hash");
    return new Response(Uint8Array.from(file.bytes), {
      headers: {
        "content-type": file.type,
        "content-security-policy": "default-src 'none'; sandbox",
        "cache-control": "private, max-age=31536000, immutable",
        ...(file.type === "text/csv" && { "content-disposition": `attachment; filename="${hash.data.slice(0, 12)}.csv"` }),
      },
    });
  });

/** Takes a file whose name is its content; sent again it is taken again. */
export const POST: APIRoute = ({ params, request }) =>
  answer(async () => {
    const hash = params.hash ?? "";
    const type = (request.headers.get("content-type") ?? "").split(";")[0]?.trim().toLowerCase() ?? "";
    const bytes = await readLimited(request, MOST_FILE_BYTES, "keep a smaller picture, or a shorter log");
    const file = checkFile({ hash, type, bytes });
    if ("message" in file) throw new HttpError(file.field === "type" ? 415 : 400, file.message, file.field);
    await keepFile(await database(), file, new Date());
    return json({ kept: hash });
  });
