import { useState } from "react";
import { useAlive } from "../../../ui/use-alive";
import styles from "./Settings.module.css";

interface BroughtIn {
  readonly job: string;
  readonly number?: number;
  readonly fresh: number;
  readonly known: number;
  readonly refused: readonly { readonly message: string }[];
}

/** A job that was given out elsewhere is brought in; twice, and nothing doubles. */
export function BringIn() {
  const alive = useAlive();
  const [says, setSays] = useState<string | undefined>();
  const [brought, setBrought] = useState<BroughtIn | undefined>();
  const take = async (file: File) => {
    setBrought(undefined);
    setSays(`Reading ${file.name}…`);
    const answer = await fetch("/api/import", { method: "POST", headers: { "content-type": "application/zip" }, body: file }).catch(
      () => undefined,
    );
    if (answer?.headers.get("x-served-by") !== "yennic")
      return setSays("Can't reach the server. Nothing was imported. Try again when it answers.");
    const told = (await answer.json()) as BroughtIn & { error?: { message: string } };
    if (told.error) return setSays(told.error.message);
    setSays(undefined);
    setBrought(told);
  };
  return (
    <section className={styles.card}>
      <h2>Import job</h2>
      <p>A zip file from “Export job”, from here or another shop.</p>
      <label>
        <span className="hidden">The job’s file</span>
        <input
          type="file"
          // Whatever is chosen before the page has come alive would be lost without a word.
          disabled={!alive}
          accept=".zip,application/zip"
          onChange={(e) => {
            const [file] = e.target.files ?? [];
            if (file) void take(file);
            e.target.value = "";
          }}
        />
      </label>
      {says && <p role="alert">{says}</p>}
      {brought && (
        <p role="status">
          {brought.fresh === 0 ? "Already here, nothing added" : `${brought.fresh} entries imported`}
          {brought.known > 0 && brought.fresh > 0 && `, ${brought.known} already here`}
          {brought.refused.length > 0 && `; ${brought.refused.length} refused: ${brought.refused[0]?.message}`}.{" "}
          <a href={`/jobs/${brought.job}`}>Open job {brought.number ?? ""}</a>
        </p>
      )}
    </section>
  );
}
