declare namespace App {
  interface Locals {
    /** Left out where pages are served by another server than ours. */
    readonly firstAnswers?: import("./server/answers/first-answers").FirstAnswers;
  }
}
