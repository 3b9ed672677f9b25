import { BadInput } from "./bad-input";

/** `k/n`: of a list, every n-th from the k-th on; how several processes share work. Throws {@link BadInput} for what is none. */
export function readShard(text: string): (index: number) => boolean {
  const match = /^(\d+)\/(\d+)$/.exec(text);
  const [k, n] = [Number(match?.[1]), Number(match?.[2])];
  if (!match || n < 1 || k >= n) throw new BadInput(`“${text}” is no share of the work; expected k/n with k below n, such as 0/2`);
  return (index) => index % n === k;
}
