import { useEffect, useState } from "react";
import { CATALOGUE } from "../../catalogue/catalogue";
import type { Draft } from "../../core/job/kinds/index";
import { coveredBy, type Item } from "../../core/stock/item";
import type { StockDraft } from "../../core/stock/kinds";
import { foldStock, type Stock } from "../../core/stock/stock";
import { replica } from "../replica/replica";
import { technician } from "../replica/technician";

const EMPTY: Stock = foldStock([], CATALOGUE);

/** The stock as this browser knows it, as it changes; the bare catalogue until it is here. */
export function useStock(): Stock {
  const [stock, setStock] = useState(EMPTY);
  useEffect(() => replica().subscribeStock(setStock), []);
  return stock;
}

/** Enters something of the stock. Resolves when it is kept. */
export const enterStock = (...drafts: StockDraft[]): Promise<string[]> => replica().addStock(technician(), drafts);

/** A part as a job records it: what the catalogue says of it now. */
export const asUsed = (item: Item, machine: { readonly id: string }): Draft => ({
  kind: "used",
  body: {
    item: item.code,
    name: item.name,
    count: 1,
    cents: item.cents,
    warrantyMonths: item.warrantyMonths,
    renews: coveredBy(item, machine),
  },
});
