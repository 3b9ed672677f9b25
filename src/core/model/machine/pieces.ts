/** Pieces that every machine has and no circuit shows. */
export const PIECES = {
  idler: "idler",
  rollers: "drum rollers",
  drum: "drum",
  blower: "blower wheel",
  felt: "drum felt",
  wiring: "wiring against the sheet",
  burner: "burner and gas pressure",
} as const;
export type Piece = keyof typeof PIECES;

/** Says how a piece is fixed: an order, minutes, and the price of what goes in (est.). */
interface PieceRepair {
  readonly name: string;
  readonly verb: string;
  readonly minutes: number;
  readonly price: number;
}

const PIECE_REPAIRS = {
  idler: { name: "Idler", verb: "Free or replace the idler", minutes: 15, price: 12 },
  drum: { name: "Drum and rollers", verb: "Free the drum and rollers", minutes: 25, price: 10 },
  blower: { name: "Blower wheel", verb: "Tighten or replace the blower wheel", minutes: 20, price: 14 },
  wiring: { name: "Wiring", verb: "Rewire to match the wiring sheet", minutes: 15, price: 2 },
  burner: { name: "Burner", verb: "Have a licensed technician set gas pressure and orifice", minutes: 25, price: 0 },
} as const satisfies { readonly [K in Piece]?: PieceRepair };

/** Pieces that are put right by themselves. */
export type MendedPiece = keyof typeof PIECE_REPAIRS;
export const MENDED_PIECES = Object.keys(PIECE_REPAIRS) as MendedPiece[];

/** Gives what puts a piece right, by name. */
export const pieceId = (piece: Piece): string => `piece.${piece}`;
export const mendedPiece = (id: string): MendedPiece | undefined => MENDED_PIECES.find((p) => pieceId(p) === id);
export const pieceRepair = (piece: MendedPiece): PieceRepair => PIECE_REPAIRS[piece];
