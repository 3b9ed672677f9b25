import type { Piece } from "../../model/machine/pieces";
import type { Finding, FindingOf } from "./finding";

/** A look at a piece that no circuit shows. */
export type PieceLook = FindingOf<"spot"> & { readonly place: { readonly piece: Piece } };

export const isPieceLook = (finding: Finding): finding is PieceLook => finding.kind === "spot" && "piece" in finding.place;
