import { z } from "zod";
import { type Item, itemSchema } from "../core/stock/item";
import catalogue from "./items.json";

/** What fits a machine fits its twin on another supply. */
const TWINS: Record<string, string> = { "orrinshaw-e27": "orrinshaw-e27-208" };

/** The catalogue that ships: invented codes, prices that are estimates. */
export const CATALOGUE: readonly Item[] = z
  .array(itemSchema)
  .parse(catalogue)
  .map((i) => ({
    ...i,
    fits: [...i.fits, ...i.fits.flatMap((f) => ((twin) => (twin ? [{ ...f, machine: twin }] : []))(TWINS[f.machine]))],
  }));
