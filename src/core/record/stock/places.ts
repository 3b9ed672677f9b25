/** Where pieces lie that are ours. */
export const PLACES = ["van-1", "van-2", "shelf"] as const;
export type Place = (typeof PLACES)[number];
export const isPlace = (account: string): account is Place => (PLACES as readonly string[]).includes(account);

/** Where else a piece may be; every piece is somewhere, so that none is ever lost from the account. */
export const ACCOUNTS = [...PLACES, "supplier", "job", "left-over", "scrap", "uncounted"] as const;
export type Account = (typeof ACCOUNTS)[number];

export const ACCOUNT_NAMES: Record<Account, string> = {
  "van-1": "van 1",
  "van-2": "van 2",
  shelf: "the shelf",
  supplier: "the supplier",
  job: "the job",
  "left-over": "left over on purpose",
  scrap: "scrap",
  uncounted: "count differences",
};

/** “in van 1”, “on the shelf”. */
export const inPlace = (place: Place): string => `${place === "shelf" ? "on" : "in"} ${ACCOUNT_NAMES[place]}`;
