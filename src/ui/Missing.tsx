import styles from "./Notice.module.css";

/** Shows what is not here, and where all jobs are. */
export function Missing({ what }: { readonly what: string }) {
  return (
    <main className={styles.notice}>
      <h1>{what}</h1>
      <p>The address may be wrong, the job may be in another data folder, or the server is out of reach.</p>
      <p>
        <a href="/jobs">All jobs</a>
      </p>
    </main>
  );
}
