import type { Device, Sample } from '@north-step/contract';
import { isRoomC } from '@north-step/core/dry';
import { clockText, plainNumber } from '@north-step/core/units';

export type PressWords = readonly [button: string, words: string];
type Hand = {
  /** what a hand presses on the real thing */
  readonly presses?: readonly PressWords[];
  /** what a simulated one can be given for practice */
  readonly faults?: readonly PressWords[];
  /** its presses are about a batch, or about a vessel */
  readonly about?: 'batch' | 'vessel';
};
const LOSE: PressWords = ['lose the server', 'It loses the server for a minute'];

/** What can be done with a device of each kind. */
export const HANDS: Readonly<Record<Device['kind'], Hand>> = {
  lamp: {
    presses: [
      ['start', 'Start'],
      ['stop', 'Stop'],
      ['open door', 'Open its door'],
      ['close door', 'Close its door'],
    ],
    faults: [['die', 'It dies'], ['weaken', 'It weakens'], ['mend', 'It is mended'], LOSE],
  },
  'wash-unit': {
    presses: [
      ['start', 'Start'],
      ['stop', 'Stop'],
      ['open lid', 'Open its lid'],
      ['close lid', 'Close its lid'],
    ],
    faults: [['jam', 'Its impeller jams'], ['cut power', 'It loses power'], ['mend', 'It is mended'], LOSE],
  },
  scale: {
    presses: [
      ['tare', 'Tare'],
      ['put weight', 'Put the 100 g weight on'],
      ['take off', 'Take it off'],
    ],
    faults: [['drift', 'Its zero runs away'], ['mend', 'It is mended'], LOSE],
  },
  'density-meter': {
    presses: [
      ['dip', 'Dip it'],
      ['lift', 'Lift it out'],
    ],
    faults: [['bubble', 'Air in its cell'], ['mend', 'It is mended'], LOSE],
    about: 'vessel',
  },
  'room-sensor': {
    faults: [['open window', 'A window is opened'], ['close window', 'The window is shut'], LOSE],
  },
  'vapour-sensor': {
    faults: [['spill', 'Solvent is spilled'], ['air on', 'Extraction on'], ['air off', 'Extraction off'], LOSE],
  },
  scanner: {
    presses: [['scan', 'Hold the label before it']],
    faults: [['smudge', 'Its window is smudged'], ['wipe', 'Its window is wiped'], LOSE],
    about: 'batch',
  },
  camera: { faults: [LOSE] },
  'uv-meter': { faults: [LOSE] },
  still: {
    presses: [['heat off', 'Heat off']],
    faults: [
      ['time passes', 'Half an hour passes'],
      ['stop water', 'Its water stops'],
      ['cut power', 'It loses power'],
      ['mend', 'It is mended'],
      LOSE,
    ],
    about: 'vessel',
  },
  'weather-mast': {
    faults: [['mild', 'A mild day'], ['hot', 'A hot day'], ['rain', 'Rain'], ['frost', 'Frost'], LOSE],
  },
};

export const KIND_WORDS: Readonly<Record<Device['kind'], string>> = {
  lamp: 'lamp box',
  'wash-unit': 'wash unit',
  scale: 'bench scale',
  'density-meter': 'density meter',
  'room-sensor': 'thermometer and hygrometer',
  'vapour-sensor': 'vapour sensor',
  scanner: 'label scanner',
  camera: 'camera',
  'uv-meter': 'UV meter',
  still: 'still',
  'weather-mast': 'weather mast',
};

/** What a device shows, in words and units. */
export function shownText(kind: Device['kind'], sample: Sample | null | undefined): string {
  if (!sample) return '';
  const { grams, mWPerCm2, densityGPerMl, vapourPctLel, humidityPct, tempC, leftS = 0, note } = sample;
  const { coolingC, windMPerS, rainMmPerDay } = sample;
  return [
    grams !== undefined && `${grams.toFixed(2)} g`,
    mWPerCm2 !== undefined && `${plainNumber(mWPerCm2)} mW/cm²`,
    densityGPerMl !== undefined && `${densityGPerMl.toFixed(4)} g/mL`,
    vapourPctLel !== undefined && `${plainNumber(vapourPctLel)} % of what can burn`,
    tempC !== undefined && `${plainNumber(tempC, 3)} °C`,
    coolingC !== undefined && `condenser ${plainNumber(coolingC, 3)} °C`,
    windMPerS !== undefined && `wind ${plainNumber(windMPerS)} m/s`,
    rainMmPerDay !== undefined && rainMmPerDay > 0 && `${plainNumber(rainMmPerDay)} mm of rain a day`,
    kind === 'room-sensor' && tempC !== undefined && !isRoomC(tempC) && 'out of reason, not used',
    humidityPct !== undefined && `${humidityPct} % humid`,
    leftS > 0 && `${clockText(leftS)} on its timer`,
    note,
  ]
    .filter(Boolean)
    .join(' · ');
}
