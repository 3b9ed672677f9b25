import type { Told } from "../src/server/backup";

/** Says on standard error what is being done and how much of it; each tenth once, so that a log stays short. */
export function sayProgress(): Told {
  let last = "";
  return (what, share) => {
    const line = `${what} ${Math.floor(share * 10) * 10} %`;
    if (line !== last) console.error(`yennic: ${line}`);
    last = line;
  };
}
