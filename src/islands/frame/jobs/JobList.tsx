import { format } from "date-fns";
import { Calculator, Package, Settings } from "lucide-react";
import { hasRunOut } from "../../../core/record/job/safety";
import { STAGE_NAMES, STAGES } from "../../../core/record/job/stages";
import type { JobRow } from "../../../core/speech/words/job-row";
import { Clock } from "../../../ui/Clock";
import styles from "./JobList.module.css";
import { type JobPage, type ListQuery, useJobPage } from "./use-job-page";

interface Props {
  readonly query: ListQuery;
  /** Holds what the page came with; left out where it was opened without a server. */
  readonly first?: JobPage;
}

const FILTERS: readonly (readonly [stage: string, name: string])[] = [
  ["", "All"],
  ...STAGES.filter((s) => s !== "hand").map((s) => [s, STAGE_NAMES[s]] as const),
  ["closed", "Closed"],
];

/** All jobs, the most urgent first; what changes anywhere shows at once, and without a server those that are here. */
export function JobList({ query, first }: Props) {
  const { page, away } = useJobPage(query, first);
  return (
    <>
      <header className={styles.head}>
        <h1>
          <img src="/mark.svg" alt="" width="30" height="30" /> Yennic
        </h1>
        <a className={styles.quiet} href="/calculators" aria-label="Air and gas calculators">
          <Calculator size={24} aria-hidden />
        </a>
        <a className={styles.quiet} href="/stock" aria-label="Stock and orders">
          <Package size={24} aria-hidden />
        </a>
        <a className={styles.quiet} href="/settings" aria-label="Settings">
          <Settings size={24} aria-hidden />
        </a>
        <a className={styles.new} href="/jobs/new">
          New job
        </a>
      </header>
      <nav className={styles.filters} aria-label="Stage">
        {FILTERS.map(([stage, name]) => (
          <a
            key={stage}
            href={hrefOf({ ...query, stage: stage || undefined })}
            aria-current={(query.stage ?? "") === stage ? "page" : undefined}
          >
            {name}
          </a>
        ))}
      </nav>
      <main className={styles.main}>
        <h2 className="hidden">Jobs</h2>
        <Search query={query} />
        {away && (
          <p className={styles.away} role="status">
            Can't reach the server. Showing the jobs saved on this device.
            {page?.lacking ? ` ${page.lacking} open ${page.lacking === 1 ? "job is" : "jobs are"} not on it.` : ""}
          </p>
        )}
        {page && <Unsafe count={page.unsafe} />}
        {page && page.leftOut > 0 && <p className={styles.leftOut}>{page.leftOut} older jobs match too. Add a word to narrow it down.</p>}
        {page?.jobs.length === 0 && <Empty query={query} />}
        <ol className={styles.jobs}>
          {page?.jobs.map((job) => (
            <Row key={job.id} job={job} />
          ))}
        </ol>
        {page && page.pages > 1 && <Pages query={query} pages={page.pages} />}
      </main>
    </>
  );
}

function hrefOf({ stage, q, page }: Omit<ListQuery, "page"> & { readonly page?: number }): string {
  const params = new URLSearchParams({ ...(stage && { stage }), ...(q && { q }), ...(page && page > 1 && { page: String(page) }) });
  return params.size > 0 ? `/jobs?${params}` : "/jobs";
}

function Search({ query: { stage, q } }: { readonly query: ListQuery }) {
  return (
    <form className={styles.search} action="/jobs" method="get">
      {stage && <input type="hidden" name="stage" value={stage} />}
      <input
        type="search"
        name="q"
        defaultValue={q}
        placeholder="Address, customer, model, serial, complaint"
        aria-label="Find a job"
        maxLength={200}
      />
      <button type="submit">Find</button>
    </form>
  );
}

function Unsafe({ count }: { readonly count: number }) {
  if (count === 0) return null;
  return (
    <p className={styles.unsafe} role="status">
      ⚠ {count === 1 ? "1 machine is" : `${count} machines are`} unsafe. Top of the list.
    </p>
  );
}

function Empty({ query: { stage, q } }: { readonly query: ListQuery }) {
  return (
    <p className={styles.empty}>
      No jobs match{q && ` with “${q}”`}. {stage || q ? <a href="/jobs">Show all</a> : "Begin with"}
      {!stage && !q && " "}
      {!stage && !q && <a href="/jobs/new">a new job</a>}.
    </p>
  );
}

function Row({ job }: { readonly job: JobRow & { readonly number?: number } }) {
  const stage = STAGE_NAMES[job.stage];
  return (
    <li data-closed={job.closed}>
      <a href={`/jobs/${job.id}`}>
        <b className={styles.number}>{job.number ?? <abbr title="It gets its number when the server has it">new</abbr>}</b>
        <span className={styles.who}>
          <strong>{job.place}</strong>
          <span>
            {job.customer} · {job.machineName ?? job.machine ?? "no machine yet"}
          </span>
          <span className={styles.words}>{job.complaint ? `“${job.complaint}”` : "no complaint yet"}</span>
        </span>
        <span className={styles.state}>
          <strong suppressHydrationWarning>
            {job.closed ? `${job.unsafe ? "✕ Declined" : "✓ Closed"} ${format(new Date(job.changedAt), "MMM d")}` : (job.next ?? stage)}
          </strong>
          <Unsettled job={job} />
        </span>
        {!job.closed && <Power job={job}>{stage}</Power>}
      </a>
    </li>
  );
}

/** Shows what is unsafe there, in red; a machine that stands open with who left it so; what it waits for. */
function Unsettled({ job: { unsafe, leftOpen, closed, waits } }: { readonly job: JobRow }) {
  if (unsafe) return <span className={styles.tag}>⚠ {unsafe}</span>;
  if (leftOpen)
    return (
      <span>
        Left open since <Clock at={leftOpen.since} />, {leftOpen.by}: {leftOpen.says}
      </span>
    );
  return !closed && waits ? <span>{waits}</span> : null;
}

/** Shows a proof of dead with whose it is and when it was made; one that has run out is none. */
function Power({ job: { power, proved }, children }: { readonly job: JobRow; readonly children: string }) {
  const holds = power === "dead" && proved && !hasRunOut(proved.at, new Date());
  return (
    <span className={styles.power} data-power={power === "dead" && !holds ? "unknown" : power} suppressHydrationWarning>
      {power === "live" ? (
        "⚡ LIVE"
      ) : holds ? (
        <>
          ⌀ Proved dead
          <small>
            <Clock at={proved.at} />, {proved.by}
          </small>
        </>
      ) : (
        "Not proved dead"
      )}
      <small>{children}</small>
    </span>
  );
}

function Pages({ query, pages }: { readonly query: ListQuery; readonly pages: number }) {
  const { page } = query;
  return (
    <nav className={styles.pages} aria-label="Pages">
      {page > 1 && <a href={hrefOf({ ...query, page: page - 1 })}>Earlier page</a>}
      <span>
        Page {page} of {pages}
      </span>
      {page < pages && <a href={hrefOf({ ...query, page: page + 1 })}>Next page</a>}
    </nav>
  );
}
