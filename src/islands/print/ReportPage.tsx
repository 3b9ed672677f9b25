import { ReportView } from "../report/ReportView";
import { useReport } from "../report/use-report";
import { Printed } from "./Printed";

/** The customer's page on paper: the same as on the screen. */
export function ReportPage() {
  const { report } = useReport();
  return <Printed says="Print the report">{() => <ReportView report={report} printed />}</Printed>;
}
