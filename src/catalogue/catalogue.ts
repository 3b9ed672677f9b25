import { z } from "zod";
import { type Item, itemSchema } from "../core/record/stock/item";
import items from "./items.json";

/** The catalogue that ships: invented codes, prices that are estimates. */
export const CATALOGUE: readonly Item[] = z.array(itemSchema).parse(items);
