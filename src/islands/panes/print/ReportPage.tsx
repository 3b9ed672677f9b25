import type { Report } from "../../../core/speech/words/report/report";
import { ReportView } from "../report/ReportView";
import { Printed } from "./Printed";

/** The customer's page on paper: the same as on the screen. */
export const ReportPage = ({ report }: { readonly report: Report }) => (
  <Printed says="Print the report">{() => <ReportView report={report} printed />}</Printed>
);
