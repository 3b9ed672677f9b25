declare namespace App {
  interface Locals {
    /** Left out where pages are served by another server than ours. */
    readonly unpack?: import("./server/journal/unpack").Unpack;
    readonly firstAnswers?: import("./server/answers/first-answers").FirstAnswers;
  }
}

interface Window {
  /** Done once the benches that the page came with are here; left out on pages of no job. */
  yennicShown?: Promise<unknown>;
}
