import { ChosenOr } from "./ChosenOr";
import { Suspects } from "./Suspects";

/** The suspects, or what is chosen on the sheet. */
export function SuspectsCard() {
  return (
    <ChosenOr>
      <Suspects />
    </ChosenOr>
  );
}
