/** All that is peculiar to a kind of waste of this work. */
type WasteShape = {
  readonly label: string;
  /** it holds uncured resin: light first, then the bin */
  readonly hardenFirst: boolean;
  /** it may hold solvent: lid on, away from heat */
  readonly burns: boolean;
  readonly hint: string;
};

/** Every kind of waste: a new one is a line here. */
const KINDS = {
  sludge: { label: 'sludge', hardenFirst: true, burns: true, hint: 'from jars, stills and pans' },
  filters: { label: 'filters', hardenFirst: true, burns: true, hint: 'papers and mesh' },
  wipes: { label: 'wipes', hardenFirst: true, burns: true, hint: 'with resin or solvent on them' },
  gloves: { label: 'gloves', hardenFirst: true, burns: false, hint: 'used once' },
  clippings: { label: 'clippings', hardenFirst: true, burns: false, hint: 'supports and rafts' },
  'failed prints': {
    label: 'failed prints',
    hardenFirst: true,
    burns: false,
    hint: 'and green parts that nobody wants',
  },
  resin: { label: 'liquid resin', hardenFirst: true, burns: false, hint: 'old lots, vat scrapings' },
  mixed: { label: 'mixed solids', hardenFirst: true, burns: true, hint: 'all of the bench in one' },
} as const satisfies Record<string, WasteShape>;
export type WasteKind = keyof typeof KINDS;
export const WASTE_KINDS = Object.keys(KINDS) as readonly WasteKind[];
export const wasteKind = (kind: WasteKind): WasteShape => KINDS[kind];
