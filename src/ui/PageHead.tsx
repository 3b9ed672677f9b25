import { ArrowLeft } from "lucide-react";
import styles from "./PageHead.module.css";

/** Head of a page that leads back to the list. */
export function PageHead({ title }: { readonly title: string }) {
  return (
    <header className={styles.head}>
      <a href="/jobs" aria-label="All jobs">
        <ArrowLeft size={24} aria-hidden />
      </a>
      <h1>{title}</h1>
    </header>
  );
}
