/** Where things happen on this bench. */
export type StationFacts = { readonly id: string; readonly name: string; readonly capacity: number };
export const STATIONS = {
  drip: 'drip-rack',
  wash1: 'wash-1',
  wash2: 'wash-2',
  dry: 'dry-rack',
  trim: 'trim-mat',
  lamp: 'lamp-box',
  ultra: 'ultra-tub',
  soap: 'soap-tub',
  rinse: 'rinse-bowl',
  clear: 'clear-bowl',
  warm: 'warm-dip',
  smallLamp: 'small-lamp',
  sun: 'sun-sill',
  oven: 'oven',
} as const;
