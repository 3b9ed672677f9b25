import { filesNamed, packBundle } from "../../../core/record/bundle/bundle";
import { FILE_TYPES, type KeptFile } from "../../../core/record/files/file";
import { machinesNamed } from "../../replica/machines";
import { replica } from "../../replica/replica";

/** A job with all that it stands on as one zip file; and how many of its files could not be had. */
export async function jobFile(
  job: string,
  number: number | undefined,
): Promise<{ readonly zip: Uint8Array<ArrayBuffer>; readonly lacking: number }> {
  const { entries } = await replica().jobHere(job);
  const named = new Set(machinesNamed(entries.map((entry) => ({ seq: 0, entry }))).map(replica().machines.find));
  const machines = replica()
    .machines.all()
    .filter((m) => named.has(m.machine));
  const files: KeptFile[] = [];
  let lacking = 0;
  for (const hash of filesNamed(entries)) {
    const blob = await replica().findFile(hash);
    const type = FILE_TYPES.find((t) => t === blob?.type.split(";")[0]);
    if (blob && type) files.push({ hash, type, bytes: new Uint8Array(await blob.arrayBuffer()) });
    else lacking += 1;
  }
  return { zip: new Uint8Array(packBundle({ job, number, entries, machines, files })), lacking };
}
