import type { ReactNode } from "react";
import { useJob } from "../../store/context";
import { PartCard } from "./PartCard";
import { PointsCard } from "./PointsCard";

/** The card of what is chosen on the sheet; the bench's own card while nothing is. */
export function ChosenOr({ children }: { readonly children: ReactNode }) {
  const chosen = useJob((s) => s.view.chosen);
  switch (chosen.kind) {
    case "nothing":
      return children;
    case "part":
      return <PartCard part={chosen.part} />;
    case "points":
      return <PointsCard points={chosen.points} />;
  }
}
