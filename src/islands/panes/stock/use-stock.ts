import { createContext, useContext, useEffect, useState } from "react";
import { CATALOGUE } from "../../../catalogue/catalogue";
import type { StockDraft } from "../../../core/record/stock/kinds";
import { foldStock, type Stock } from "../../../core/record/stock/stock";
import { replica } from "../../replica/replica";
import { technician } from "../../replica/technician";

/** The bare catalogue: nothing is known yet of what lies where. */
export const NOT_YET: Stock = foldStock([], CATALOGUE);

/** The stock as the page of the server came with it. */
export const StockOfPage = createContext<Stock | undefined>(undefined);

/** The stock as this browser knows it, as it changes. What the page came with stands until the server has told the rest, so that nothing moves under a finger. */
export function useStock(): Stock {
  const given = useContext(StockOfPage);
  const [stock, setStock] = useState(given ?? NOT_YET);
  useEffect(
    () =>
      replica().subscribeStock((told, settled) => {
        if (settled || !given) setStock(told);
      }),
    [given],
  );
  return stock;
}

/** Enters something of the stock. Resolves when it is saved. */
export const enterStock = (...drafts: StockDraft[]): Promise<string[]> => replica().addStock(technician(), drafts);
