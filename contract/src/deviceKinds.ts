/** What is pressed on a kind of device, and what can go wrong with a simulated one. No schema stands here: a browser loads it at once. */
type KindOfDevice = {
  /** what a hand presses on the real thing, from its panel */
  readonly presses: readonly string[];
  /** what the pages of a task press or do with it by hand */
  readonly hands: readonly string[];
  /** what a simulated one can be given for practice */
  readonly faults: readonly string[];
  /** its presses are about a batch, or about a vessel */
  readonly about?: 'batch' | 'vessel';
};

/** Every kind of device. Its words stand on its panel, what it does in the devices. */
export const DEVICES = {
  scale: {
    presses: ['tare', 'put weight', 'take off'],
    hands: ['put flask', 'put dish', 'fill flask', 'dry dish', 'put can', 'pour'],
    faults: ['drift', 'mend'],
  },
  camera: { presses: [], hands: ['photograph'], faults: [] },
  lamp: {
    presses: ['start', 'stop', 'open door', 'close door'],
    hands: [],
    faults: ['die', 'weaken', 'mend'],
  },
  'uv-meter': { presses: [], hands: ['put'], faults: [] },
  'wash-unit': {
    presses: ['start', 'stop', 'open lid', 'close lid'],
    hands: [],
    faults: ['jam', 'cut power', 'mend'],
  },
  'density-meter': { presses: ['dip', 'lift'], hands: [], faults: ['bubble', 'mend'], about: 'vessel' },
  'room-sensor': { presses: [], hands: [], faults: ['open window', 'close window'] },
  'vapour-sensor': { presses: [], hands: [], faults: ['spill', 'air on', 'air off'] },
  scanner: { presses: ['scan'], hands: [], faults: ['smudge', 'wipe'], about: 'batch' },
  still: {
    presses: ['heat off'],
    hands: ['heat on'],
    faults: ['time passes', 'stop water', 'cut power', 'mend'],
    about: 'vessel',
  },
  'weather-mast': { presses: [], hands: [], faults: ['mild', 'hot', 'rain', 'frost'] },
} as const satisfies Record<string, KindOfDevice>;

export type DeviceKind = keyof typeof DEVICES;
export const DEVICE_KINDS = Object.keys(DEVICES) as DeviceKind[];
type Kinds = typeof DEVICES;
/** What stands on the panel of a kind. */
export type PanelButton<K extends DeviceKind> = Kinds[K]['presses' | 'faults'][number];
/** Everything that can be pressed on a kind, or done with it. */
export type ButtonOf<K extends DeviceKind> = Kinds[K]['presses' | 'hands' | 'faults'][number];
/** Any simulated device can lose its server for a minute. */
export const CUT_BUTTON = 'lose the server';
