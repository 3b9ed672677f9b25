import type { ListQuery } from "../jobs/use-job-page";

/** Holds what an address asks for. */
export type Place =
  | { readonly at: "list"; readonly query: ListQuery }
  | { readonly at: "new" }
  | { readonly at: "settings" }
  | { readonly at: "calculators" }
  | { readonly at: "stock" }
  | { readonly at: "job"; readonly id: string; readonly bench: string }
  | { readonly at: "nowhere"; readonly path: string };

export function placeOf({ pathname, search }: Pick<Location, "pathname" | "search">): Place {
  const [first = "", second, third = ""] = pathname.split("/").filter((part) => part !== "");
  if (first === "settings") return { at: "settings" };
  if (first === "calculators") return { at: "calculators" };
  if (first === "stock") return { at: "stock" };
  if (first !== "" && first !== "jobs" && first !== "shell") return { at: "nowhere", path: pathname };
  if (second === undefined) return { at: "list", query: queryOf(new URLSearchParams(search)) };
  return second === "new" ? { at: "new" } : { at: "job", id: second, bench: third };
}

function queryOf(params: URLSearchParams): ListQuery {
  const page = Number(params.get("page") ?? 1);
  return { stage: params.get("stage") || undefined, q: params.get("q") || undefined, page: Number.isInteger(page) && page > 0 ? page : 1 };
}
