import { ChosenOr } from "../../job/cards/ChosenOr";
import { Suspects } from "../../job/suspects/Suspects";

/** The suspects, or what is chosen on the sheet. */
export function SuspectsCard() {
  return (
    <ChosenOr>
      <Suspects />
    </ChosenOr>
  );
}
