export * from './benchNow.ts';
export * from './lampNow.ts';
export { type BathLine, bathInLine, LINE_POSITIONS, type LinePosition, liquidOfLine } from './lines.ts';
export { PLACE_IDS, type Place, placeShape } from './places.ts';
export * from './schools.ts';
export { STATION_KIND_IDS, type StationKind, stationKind } from './stationKinds.ts';
export * from './vessels.ts';
export * from './ways.ts';
