import { EventEmitter } from "node:events";
import type { Sequenced } from "../../core/record/journal/envelope";
import type { ListedJob } from "../../core/speech/words/job-row";
import type { Head } from "./read-journal";

/** Holds what was written at once: entries in order, and the rows of the jobs that they changed. */
export interface News {
  readonly entries: readonly (Sequenced & Head)[];
  readonly rows: readonly ListedJob[];
}

/** Tells everybody who listens what was written, as soon as it is on disk. */
export class Feed {
  private readonly emitter = new EventEmitter().setMaxListeners(0);

  publish(news: News): void {
    this.emitter.emit("news", news);
  }

  /** Returns what ends it. */
  subscribe(listener: (news: News) => void): () => void {
    this.emitter.on("news", listener);
    return () => this.emitter.off("news", listener);
  }
}
