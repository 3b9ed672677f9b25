import { buildIfNeeded } from "../../../cli/build";

/** Builds before any server is started: a build takes longer than a start may. */
export default function setup(): void {
  buildIfNeeded();
}
