import type { ButtonOf, DeviceKind, PanelButton, Sample } from '@north-step/contract';
import { CUT_BUTTON, DEVICES } from '@north-step/contract/deviceKinds';
import { isRoomC } from '@north-step/core/dry';
import { clockText, plainNumber } from '@north-step/core/units';

type Words<K extends DeviceKind> = {
  readonly name: string;
  /** what stands on each of its buttons, and what a fault is called */
  readonly buttons: Readonly<Record<PanelButton<K>, string>>;
};

/** Every kind of device in words. */
const WORDS: { readonly [K in DeviceKind]: Words<K> } = {
  lamp: {
    name: 'lamp box',
    buttons: {
      start: 'Start',
      stop: 'Stop',
      'open door': 'Open its door',
      'close door': 'Close its door',
      die: 'It dies',
      weaken: 'It weakens',
      mend: 'It is mended',
    },
  },
  'wash-unit': {
    name: 'wash unit',
    buttons: {
      start: 'Start',
      stop: 'Stop',
      'open lid': 'Open its lid',
      'close lid': 'Close its lid',
      jam: 'Its impeller jams',
      'cut power': 'It loses power',
      mend: 'It is mended',
    },
  },
  scale: {
    name: 'bench scale',
    buttons: {
      tare: 'Tare',
      'put weight': 'Put the 100 g weight on',
      'take off': 'Take it off',
      drift: 'Its zero runs away',
      mend: 'It is mended',
    },
  },
  'density-meter': {
    name: 'density meter',
    buttons: { dip: 'Dip it', lift: 'Lift it out', bubble: 'Air in its cell', mend: 'It is mended' },
  },
  'room-sensor': {
    name: 'thermometer and hygrometer',
    buttons: { 'open window': 'A window is opened', 'close window': 'The window is shut' },
  },
  'vapour-sensor': {
    name: 'vapour sensor',
    buttons: { spill: 'Solvent is spilled', 'air on': 'Extraction on', 'air off': 'Extraction off' },
  },
  scanner: {
    name: 'label scanner',
    buttons: { scan: 'Hold the label before it', smudge: 'Its window is smudged', wipe: 'Its window is wiped' },
  },
  camera: { name: 'camera', buttons: {} },
  'uv-meter': { name: 'UV meter', buttons: {} },
  still: {
    name: 'still',
    buttons: {
      'heat off': 'Heat off',
      'time passes': 'Half an hour passes',
      'stop water': 'Its water stops',
      'cut power': 'It loses power',
      mend: 'It is mended',
    },
  },
  'weather-mast': {
    name: 'weather mast',
    buttons: { mild: 'A mild day', hot: 'A hot day', rain: 'Rain', frost: 'Frost' },
  },
};

export const kindWords = (kind: DeviceKind): string => WORDS[kind].name;

export type PressWords = readonly [button: AnyButton, words: string];
export type AnyButton = ButtonOf<DeviceKind> | typeof CUT_BUTTON;
/** What can be done with a device of a kind: what a hand presses, what a simulated one can be given, and what it is about. */
export function handsOf(kind: DeviceKind): {
  readonly presses: readonly PressWords[];
  readonly faults: readonly PressWords[];
  readonly about?: 'batch' | 'vessel';
} {
  const { presses, faults, about } = { about: undefined, ...DEVICES[kind] };
  const words: Readonly<Record<string, string>> = WORDS[kind].buttons;
  const spoken = (buttons: readonly ButtonOf<DeviceKind>[]) =>
    buttons.map((button): PressWords => [button, words[button] ?? button]);
  return {
    presses: spoken(presses),
    faults: [...spoken(faults), [CUT_BUTTON, 'It loses the server for a minute']],
    ...(about && { about }),
  };
}

/** What a device shows, in words and units. */
export function shownText(kind: DeviceKind, sample: Sample | null | undefined): string {
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
