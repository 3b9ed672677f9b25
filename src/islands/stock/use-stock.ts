import { useEffect, useState } from "react";
import { CATALOGUE } from "../../catalogue/catalogue";
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
