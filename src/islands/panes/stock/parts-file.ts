import { PLACES } from "../../../core/record/stock/places";
import { countAt, type Stock } from "../../../core/record/stock/stock";
import { csvOf } from "../../../core/speech/words/report/csv";
import { saveFile } from "../../../ui/save-file";

/** The catalogue with what lies where, as CSV. */
const partsCsv = (stock: Stock): string =>
  csvOf(
    ["code", "name", "price in cents", "warranty in months", "reused", "fits", ...PLACES],
    stock.items.map((i) => [
      i.code,
      i.name,
      i.cents,
      i.warrantyMonths,
      i.carryOver ? "yes" : "no",
      i.fits.map((f) => `${f.machine}: ${f.assemblies.join(" ")}`).join("; "),
      ...PLACES.map((p) => countAt(stock, i.code, p)),
    ]),
  );

export const savePartsCsv = (stock: Stock): void => saveFile("parts.csv", "text/csv", partsCsv(stock));
