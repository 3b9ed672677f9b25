import type { APIRoute } from "astro";
import { machineRefSchema } from "../../../../core/model/machine/revision";
import { database } from "../../../../server/database";
import { answer, HttpError, json } from "../../../../server/gate/http";
import { machineFile } from "../../../../server/kept/machines";

/** A machine file in one revision, as it was when records were made on it. */
export const GET: APIRoute = ({ params }) =>
  answer(async () => {
    const ref = machineRefSchema.safeParse(params);
    const file = ref.success ? await machineFile(await database(), ref.data) : undefined;
    if (file === undefined)
      throw new HttpError(404, `there is no machine ${params.id?.slice(0, 60)} in revision ${params.revision?.slice(0, 20)}`);
    return json({ machine: file });
  });
