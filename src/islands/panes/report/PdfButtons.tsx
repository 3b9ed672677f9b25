import { useState } from "react";
import type { Report } from "../../../core/speech/words/report/report";
import { technicianRecord } from "../../../core/speech/words/report/technician-record";
import type { PaperSize } from "../../../report/paper";
import bench from "../../../ui/Bench.module.css";
import { Button } from "../../../ui/Button";
import type { PdfAsked } from "../../../workers/tasks/report";
import { useJob, useMachine } from "../../store/context";
import { makePdf } from "./make-pdf";
import styles from "./Report.module.css";

interface Props {
  readonly report: Report;
  /** When its last entry was made. */
  readonly made: string;
}

/** Made, and not saved yet: some letters are not in it. */
interface Held {
  readonly name: string;
  readonly blob: Blob;
  readonly lacking: readonly string[];
}

const MOST_SHOWN = 20;

/** The customer's page and the technician's own record as files, with how far they are. */
export function PdfButtons({ report, made }: Props) {
  const machine = useMachine();
  const job = useJob((s) => s.job);
  const number = useJob((s) => s.number);
  const [size, setSize] = useState<PaperSize>("A4");
  const [share, setShare] = useState<number | undefined>();
  const [amiss, setAmiss] = useState<string | undefined>();
  const [held, setHeld] = useState<Held | undefined>();
  const make = async (name: string, asked: PdfAsked) => {
    setAmiss(undefined);
    setHeld(undefined);
    setShare(0);
    try {
      const { blob, lacking } = await makePdf(asked, setShare);
      if (lacking.length === 0) save(name, blob);
      else setHeld({ name, blob, lacking });
    } catch (error) {
      setAmiss(`Can't make the file: ${error instanceof Error ? error.message : String(error)}. Nothing is lost. Try again.`);
    }
    setShare(undefined);
  };
  const file = `job-${number ?? "new"}`;
  return (
    <div className={styles.buttons}>
      <Button disabled={share !== undefined} onClick={() => void make(`${file}-report.pdf`, { is: "customer", report, size, made })}>
        Customer PDF
      </Button>
      <label>
        <span className="hidden">Paper</span>
        <select className={bench.field} value={size} onChange={(e) => setSize(e.target.value as PaperSize)}>
          <option>A4</option>
          <option>Letter</option>
        </select>
      </label>
      <Button
        look="quiet"
        disabled={share !== undefined}
        onClick={() => void make(`${file}-record.pdf`, { is: "record", record: technicianRecord(machine, job, number), size, made })}
      >
        Technician record PDF
      </Button>
      {share !== undefined && <progress value={share} max={1} aria-label="How far the PDF is" />}
      {amiss && <em role="alert">{amiss}</em>}
      {held && (
        <p role="alert">
          The PDF can't show {held.lacking.length === 1 ? "this letter" : "these letters"}: {held.lacking.slice(0, MOST_SHOWN).join(" ")}.
          It draws a box instead.{" "}
          <Button
            onClick={() => {
              save(held.name, held.blob);
              setHeld(undefined);
            }}
          >
            Save it with boxes
          </Button>
        </p>
      )}
    </div>
  );
}

function save(name: string, blob: Blob): void {
  const address = URL.createObjectURL(blob);
  Object.assign(document.createElement("a"), { href: address, download: name }).click();
  URL.revokeObjectURL(address);
}
