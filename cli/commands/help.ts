import { usageMarkdown, usageText } from "../usage";

/** Tells the commands; `--markdown`: as docs/cli.md has them. */
export const run = ([form]: string[]): void => console.log(form === "--markdown" ? usageMarkdown().trimEnd() : usageText());
