import {
  createColumnHelper,
  flexRender,
  getCoreRowModel,
  getFilteredRowModel,
  getSortedRowModel,
  type Header,
  useReactTable,
} from "@tanstack/react-table";
import { ArrowDown, ArrowUp } from "lucide-react";
import { useMemo, useState } from "react";
import { formatValue } from "../../../core/model/quantity/format";
import { UNIT_SYMBOL, UNITS } from "../../../core/model/quantity/quantity";
import { type ReadingRow, readingsCsv, readingsJson, readingsOf, readingsText } from "../../../core/speech/words/report/readings";
import { Button } from "../../../ui/Button";
import { Clock } from "../../../ui/Clock";
import { Press } from "../../../ui/Press";
import { saveFile } from "../../../ui/save-file";
import { MiniScale } from "../../panes/reading/MiniScale";
import { useJob, useMachine } from "../../store/context";
import styles from "./ReadingsTable.module.css";

/** As everywhere on the screen; what is taken out stays in the unit of the row. */
function amountSays({ value, unit: symbol }: ReadingRow): string {
  const unit = UNITS.find((u) => UNIT_SYMBOL[u] === symbol);
  return unit ? formatValue(value ?? Infinity, unit) : `${value} ${symbol}`;
}

const column = createColumnHelper<ReadingRow>();
const COLUMNS = [
  column.accessor("at", { header: "When", cell: (c) => <Clock at={c.getValue()} />, enableGlobalFilter: false }),
  column.accessor("by", { header: "Who" }),
  column.accessor("place", { header: "Where" }),
  column.accessor((r) => r.value ?? Infinity, {
    id: "value",
    header: "Reading",
    cell: ({ row: { original: r } }) => <b>{amountSays(r)}</b>,
  }),
  column.accessor("healthy", {
    header: "Normal",
    cell: ({ row: { original: r } }) => (
      <>
        {r.healthy}
        {r.judgement && <MiniScale judgement={r.judgement} />}
      </>
    ),
  }),
  column.accessor("verdict", { header: "Verdict", cell: (c) => c.getValue() || "–" }),
  column.accessor((r) => [r.power, r.wires && `wires ${r.wires}`, r.meter].filter((s) => s !== "").join(", "), {
    id: "state",
    header: "State",
  }),
];

/** Every reading of the job: sorted by any column, filtered by any word, taken out as CSV, JSON or text. */
export function ReadingsTable() {
  const machine = useMachine();
  const job = useJob((s) => s.job);
  const data = useMemo(() => readingsOf(machine, job), [machine, job]);
  const [filter, setFilter] = useState("");
  const table = useReactTable({
    data,
    columns: COLUMNS,
    state: { globalFilter: filter },
    getCoreRowModel: getCoreRowModel(),
    getSortedRowModel: getSortedRowModel(),
    getFilteredRowModel: getFilteredRowModel(),
  });
  const shown = table.getRowModel().rows;
  return (
    <section className={styles.readings} aria-label="Readings">
      <Tools rows={shown.map((r) => r.original)} filter={filter} onFilter={setFilter} />
      <div className={styles.scroll}>
        <table>
          <Head headers={table.getFlatHeaders()} />
          <tbody>
            {shown.map((row) => (
              <tr key={row.id} data-taken={row.original.taken} data-verdict={row.original.verdict}>
                {row.getVisibleCells().map((cell) => (
                  <td key={cell.id}>{flexRender(cell.column.columnDef.cell, cell.getContext())}</td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {shown.length === 0 && <p>{data.length === 0 ? "No reading yet." : `None of ${data.length} readings has “${filter}” in it.`}</p>}
    </section>
  );
}

interface ToolsProps {
  readonly rows: readonly ReadingRow[];
  readonly filter: string;
  readonly onFilter: (filter: string) => void;
}

/** Filters the readings, and takes out those that are shown. */
function Tools({ rows, filter, onFilter }: ToolsProps) {
  const file = `readings-job-${useJob((s) => s.number) ?? "new"}`;
  return (
    <header>
      <label>
        <span className="hidden">Filter the readings</span>
        <input
          value={filter}
          onChange={(e) => onFilter(e.target.value)}
          placeholder="Filter: element, fail, OL"
          autoComplete="off"
          spellCheck={false}
        />
      </label>
      <Button onClick={() => saveFile(`${file}.csv`, "text/csv", readingsCsv(rows))}>CSV</Button>
      <Button onClick={() => saveFile(`${file}.json`, "application/json", readingsJson(rows))}>JSON</Button>
      <CopyButton text={() => readingsText(rows)} />
    </header>
  );
}

/** The names of the columns; each sorts by its own. */
const Head = ({ headers }: { readonly headers: readonly Header<ReadingRow, unknown>[] }) => (
  <thead>
    <tr>
      {headers.map((h) => (
        <th key={h.id} scope="col" aria-sort={SORT[String(h.column.getIsSorted())]}>
          <Press onClick={h.column.getToggleSortingHandler()}>
            {flexRender(h.column.columnDef.header, h.getContext())}
            {h.column.getIsSorted() === "asc" && <ArrowUp size={16} aria-hidden />}
            {h.column.getIsSorted() === "desc" && <ArrowDown size={16} aria-hidden />}
          </Press>
        </th>
      ))}
    </tr>
  </thead>
);

const SORT: Record<string, "ascending" | "descending" | "none"> = { asc: "ascending", desc: "descending", false: "none" };

function CopyButton({ text }: { readonly text: () => string }) {
  const [said, setSaid] = useState("Copy");
  const copy = async () => {
    try {
      await navigator.clipboard.writeText(text());
      setSaid("Copied");
    } catch {
      setSaid("Not allowed here");
    }
  };
  return <Button onClick={() => void copy()}>{said}</Button>;
}
