import type { LinePosition } from './lines.ts';

/** What there is to hold liquid. */
export const VESSEL_KINDS = ['bath', 'can', 'drum', 'jar', 'bottle', 'pan', 'still', 'tin'] as const;
export type VesselKind = (typeof VESSEL_KINDS)[number];

/** What vessels are for besides washing: what comes in, what goes out, what came back. */
export const VESSEL_ROLES = ['fresh', 'drum', 'reclaimed'] as const;
export type VesselRole = (typeof VESSEL_ROLES)[number];
/** Where a vessel stands in a line; its own can, drum and bottle have no place in the order. */
export type InLine = {
  readonly id: string;
  readonly name: string;
  /** from 1, the dirtiest first */
  readonly place: number | null;
  readonly position: LinePosition | null;
};
type Member = { readonly role: VesselRole | null; readonly line: InLine | null };
export type VesselLine<V extends Member> = {
  readonly id: string;
  readonly name: string;
  readonly baths: readonly V[];
} & { readonly [R in VesselRole]?: V | undefined };

/** The lines of a bench with their vessels, in the order in which they stand. */
export function linesOf<V extends Member>(vessels: readonly V[]): readonly VesselLine<V>[] {
  const names = new Map(vessels.flatMap(({ line }) => (line ? [[line.id, line.name] as const] : [])));
  return [...names].map(([id, name]) => {
    const own = vessels.filter(({ line }) => line?.id === id);
    const ofRole = (role: VesselRole) => own.find((vessel) => vessel.role === role);
    const baths = own.filter(({ line }) => line!.place !== null).sort((a, b) => a.line!.place! - b.line!.place!);
    return { id, name, baths, fresh: ofRole('fresh'), drum: ofRole('drum'), reclaimed: ofRole('reclaimed') };
  });
}
