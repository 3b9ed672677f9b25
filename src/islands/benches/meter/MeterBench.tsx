import { SheetPane } from "../../sheet/SheetPane";

/** The whole sheet: parts and test points are chosen on it, readings stand at their parts. */
export function MeterBench() {
  return <SheetPane />;
}
