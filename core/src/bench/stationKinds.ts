/** What a kind of station is and can do. */
type StationKindShape = {
  readonly title: string;
  readonly side: 'wet' | 'dry' | 'light';
  /** parts are put into a liquid here: it has a vessel */
  readonly holdsLiquid?: true;
  /** moves the liquid by itself */
  readonly stirs?: true;
  /** light that hardens comes from here; by daylight it has no timer and needs no power */
  readonly lights?: 'lamp' | 'daylight';
  /** nearly every batch passes it: it is shown while nothing is there */
  readonly always?: true;
};

/** Every kind of station there is. A new one is a line here. */
export const STATION_KINDS = {
  'drip-rack': { title: 'Drip rack', side: 'wet', always: true },
  bath: { title: 'Machine bath', side: 'wet', holdsLiquid: true, stirs: true, always: true },
  jar: { title: 'Hand jar', side: 'wet', holdsLiquid: true, always: true },
  tank: { title: 'Ultrasonic tank with a jar', side: 'wet', holdsLiquid: true },
  bowl: { title: 'Bowl', side: 'wet', holdsLiquid: true },
  'drying-rack': { title: 'Drying rack', side: 'dry', always: true },
  mat: { title: 'Trim mat', side: 'dry', always: true },
  'warm-dip': { title: 'Warm dip', side: 'dry' },
  lamp: { title: 'Lamp', side: 'light', lights: 'lamp' },
  sun: { title: 'Sunny sill', side: 'light', lights: 'daylight' },
  oven: { title: 'Oven', side: 'light' },
} as const satisfies Record<string, StationKindShape>;
export type StationKind = keyof typeof STATION_KINDS;
export const STATION_KIND_IDS = Object.keys(STATION_KINDS) as readonly StationKind[];
export const stationKind = (kind: StationKind): StationKindShape => STATION_KINDS[kind];
