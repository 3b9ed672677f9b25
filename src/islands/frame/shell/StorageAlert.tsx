import { useEffect } from "react";
import { useJob } from "../../store/context";
import styles from "./JobView.module.css";

/** Said plainly when this browser can't keep what is entered; while some of it is nowhere else, the page is not left unasked. */
export function StorageAlert() {
  const storage = useJob((s) => s.storage);
  const waits = useJob((s) => s.waiting.size);
  const atRisk = storage !== undefined && waits > 0;
  useEffect(() => {
    if (!atRisk) return;
    const hold = (event: BeforeUnloadEvent) => event.preventDefault();
    addEventListener("beforeunload", hold);
    return () => removeEventListener("beforeunload", hold);
  }, [atRisk]);
  if (storage === undefined) return null;
  return (
    <div role="alert" className={styles.refused}>
      <p>
        <strong>{capitalised(storage)}.</strong> This browser can't save
        {waits > 0
          ? `. ${waits} ${waits === 1 ? "entry" : "entries"} not sent: keep this page open or ${waits === 1 ? "it's" : "they're"} lost.`
          : ". Everything so far is on the server."}
      </p>
    </div>
  );
}

const capitalised = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
