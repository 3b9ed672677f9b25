import type { Sequenced } from "../../core/record/journal/envelope";
import type { ListedJob } from "../../core/speech/words/job-row";

/** Holds what is known of the server just now. */
export interface Contact {
  /** When it last said anything, in milliseconds since 1970; 0: never yet. */
  readonly heardAt: number;
  /** Why what waits is not there yet; left out while the last try went well. */
  readonly trouble?: string | undefined;
}

/** Holds what tabs of one browser tell one another. */
export type Message =
  /** Something was put into the queue, taken out of it, or refused. */
  | { readonly is: "queue" }
  | { readonly is: "news"; readonly entries: readonly Sequenced[]; readonly rows: readonly ListedJob[] }
  | { readonly is: "contact"; readonly contact: Contact }
  /** The copy was begun anew. */
  | { readonly is: "anew" }
  /** A tab was opened and wants to know how things stand. */
  | { readonly is: "hello" };

/** A channel between the tabs of a browser; silent where the browser has none. */
export interface Channel {
  readonly post: (message: Message) => void;
  readonly close: () => void;
}

export function openChannel(hear: (message: Message) => void): Channel {
  if (typeof BroadcastChannel === "undefined") return { post: () => undefined, close: () => undefined };
  const channel = new BroadcastChannel("yennic");
  channel.onmessage = ({ data }: MessageEvent<Message>) => hear(data);
  return { post: (message) => channel.postMessage(message), close: () => channel.close() };
}
