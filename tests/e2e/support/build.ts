import { buildIfNeeded } from "../../../cli/build";

/** Builds before any server is started: a build takes longer than a start may. */
export default function setup(): void {
  buildIfNeeded();
  console.log(`journeys take turns by YENNIC_SEED=${process.env.YENNIC_SEED}`);
}
