/** What the bench must know of the pieces. Sizes are of one piece. */
export type PartFacts = {
  readonly name: string;
  readonly meshSha256?: string | undefined;
  readonly areaMm2: number;
  readonly heightMm: number;
  readonly wallMm: number;
  readonly volumeMm3?: number | undefined;
  readonly trappedMm3?: number | undefined;
  /** outer sizes, of the largest piece */
  readonly boxMm?: readonly [number, number, number] | undefined;
  /** of supports, within no other area */
  readonly supportAreaMm2?: number | undefined;
  readonly supportContacts?: number | undefined;
  /** thinnest feature and how far it reaches */
  readonly thinMm?: number | undefined;
  readonly thinSpanMm?: number | undefined;
  /** deepest blind hole */
  readonly pocketDepthMm?: number | undefined;
  /** how much slower its recesses are washed than a usual part's; default 1 */
  readonly relief?: number | undefined;
  /** when several parts share the plate: the sizes above are then means, or of the one that rules */
  readonly pieces?: readonly PieceKind[] | undefined;
};
/** One kind of piece among several, with its own sizes. */
export type PieceKind = {
  readonly name: string;
  readonly count: number;
  readonly meshSha256?: string | undefined;
  readonly own?: PartFacts | undefined;
};
