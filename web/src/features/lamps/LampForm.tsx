import type { ErrorReply, LampView } from '@north-step/contract';
import type { Lamp, LedGroup } from '@north-step/core/light';
import { useState } from 'react';
import { NumberField } from '../../ui/index.ts';
import { useDo } from '../next/index.ts';

type Shape = LedGroup['shape'];
const NEW_GROUP: Readonly<Record<Shape, LedGroup>> = {
  columns: { shape: 'columns', columns: 3, each: 8, radiusMm: 110, fromMm: 10, toMm: 190, powerMW: 300 },
  ring: { shape: 'ring', count: 12, radiusMm: 60, zMm: 80, downDeg: 35, powerMW: 100 },
  panel: {
    shape: 'panel',
    rows: 4,
    columns: 4,
    sizeMm: [120, 120],
    centreMm: [0, 0, 200],
    facing: 'down',
    powerMW: 200,
  },
  rod: { shape: 'rod', rings: 4, perRing: 4, fromMm: 5, toMm: 40, radiusMm: 3, powerMW: 20 },
};
const SHAPES: readonly (readonly [Shape, string])[] = [
  ['columns', 'upright strips'],
  ['ring', 'ring'],
  ['panel', 'panel above'],
  ['rod', 'rod inside hollows'],
];
type Field = readonly [name: string, label: string, unit: string, step?: number];
const GROUP_FIELDS: Readonly<Record<Shape, readonly Field[]>> = {
  columns: [
    ['columns', 'strips', ''],
    ['each', 'LEDs on each', ''],
    ['radiusMm', 'from the middle', 'mm'],
    ['fromMm', 'lowest', 'mm'],
    ['toMm', 'highest', 'mm'],
  ],
  ring: [
    ['count', 'LEDs', ''],
    ['radiusMm', 'from the middle', 'mm'],
    ['zMm', 'height', 'mm'],
    ['downDeg', 'tilted down', '°'],
  ],
  panel: [
    ['rows', 'rows', ''],
    ['columns', 'LEDs in a row', ''],
  ],
  rod: [
    ['rings', 'rings', ''],
    ['perRing', 'LEDs in each', ''],
    ['fromMm', 'lowest', 'mm'],
    ['toMm', 'highest', 'mm'],
  ],
};
const BOX_FIELDS: readonly Field[] = [
  ['tableRadiusMm', 'table, radius', 'mm'],
  ['heightMm', 'room above it', 'mm'],
  ['tableTransmission', 'table lets through', '0–1', 0.01],
  ['floorBelowMm', 'floor below table', 'mm'],
  ['floorReflectance', 'floor reflects', '0–1', 0.01],
  ['wallReflectance', 'walls reflect', '0–1', 0.01],
  ['wallAreaMm2', 'walls in all', 'mm²', 1000],
  ['portMm2', 'openings', 'mm²', 100],
];
const USE_FIELDS: readonly Field[] = [
  ['heatsK', 'warms by', 'K'],
  ['heaterToC', 'heater holds', '°C'],
  ['timerStepS', 'timer step', 's'],
  ['cutOutS', 'cuts out after', 's'],
  ['hours', 'has burnt', 'h'],
  ['fadesPer1000h', 'fades in 1,000 h', '0–1', 0.01],
];

/** A lamp by what a ruler and a clock can tell. Saved as a new version; metering starts anew. */
export function LampForm({ lamp: view }: { readonly lamp: LampView }) {
  const acts = useDo();
  const [lamp, setLamp] = useState<Lamp>(() => withoutMeter(view.lamp));
  const [refusal, setRefusal] = useState<ErrorReply['error']>();
  const changed = JSON.stringify(lamp) !== JSON.stringify(withoutMeter(view.lamp));
  const set = (name: string, value: unknown) => setLamp({ ...lamp, [name]: value } as Lamp);
  const setGroup = (index: number, group: LedGroup | undefined) =>
    setLamp({ ...lamp, groups: lamp.groups.flatMap((old, i) => (i === index ? (group ? [group] : []) : [old])) });
  const save = async () => {
    setRefusal(undefined);
    const answer = await acts.send('lamp.describe', { stationId: view.stationId }, { lamp });
    if (answer && !answer.ok) setRefusal(answer.error);
  };
  const fields = (list: readonly Field[], from: object, onSet: (name: string, value: number | undefined) => void) => (
    <div className="grid grid-cols-4 gap-x-3 gap-y-2 max-sm:grid-cols-2">
      {list.map(([name, label, unit, step]) => (
        <NumberField
          key={name}
          label={label}
          unit={unit || undefined}
          step={step}
          value={(from as Record<string, number | undefined>)[name]}
          onChange={(value) => onSet(name, value)}
        />
      ))}
    </div>
  );
  const shines = view.lamp.kind === 'box' || view.lamp.kind === 'small';
  return (
    <section aria-label="Description" className="border-r border-line px-[18px] py-3">
      <h2 className="text-lg font-bold">What it is made of</h2>
      <p className="text-[13px] text-ink-2">
        Heights are measured from the table up. A ruler will do; the meter puts the strength right.
      </p>
      {shines &&
        lamp.groups.map((group, index) => (
          <fieldset key={index} className="mt-3 border border-line p-3">
            <legend className="px-1 font-bold">{SHAPES.find(([shape]) => shape === group.shape)![1]}</legend>
            {fields([...GROUP_FIELDS[group.shape], ['powerMW', 'each gives', 'mW']], group, (name, value) =>
              setGroup(index, { ...group, [name]: value ?? 0 } as LedGroup),
            )}
            <button type="button" className="btn mt-2" onClick={() => setGroup(index, undefined)}>
              Remove this group
            </button>
          </fieldset>
        ))}
      {shines && (
        <div className="mt-2 flex flex-wrap gap-2">
          {SHAPES.map(([shape, words]) => (
            <button
              key={shape}
              type="button"
              className="btn"
              onClick={() => setLamp({ ...lamp, groups: [...lamp.groups, NEW_GROUP[shape]] })}
            >
              + {words}
            </button>
          ))}
        </div>
      )}
      {shines && (
        <>
          <h3 className="mt-4 mb-1 font-bold">Box and table</h3>
          {fields(BOX_FIELDS, lamp, (name, value) => set(name, name === 'portMm2' ? value : (value ?? 0)))}
          <label className="mt-2 flex items-center gap-2">
            <input
              type="checkbox"
              className="size-5"
              checked={lamp.turntable}
              onChange={(event) => set('turntable', event.target.checked)}
            />
            the table turns
          </label>
        </>
      )}
      <h3 className="mt-4 mb-1 font-bold">In use</h3>
      {fields(USE_FIELDS, lamp, (name, value) =>
        set(name, name === 'heaterToC' || name === 'cutOutS' ? value : (value ?? 0)),
      )}
      {refusal && (
        <p role="alert" className="mt-2 border-l-4 border-brick pl-3">
          {refusal.message} {refusal.remedy} What you typed is still here.
        </p>
      )}
      <button type="button" className="btn btn-sea mt-3" disabled={!changed} onClick={() => void save()}>
        Save the description
      </button>
      <p className="mt-3 text-[13px] text-ink-2">
        UV harms eyes and skin: never look in, never run it with a guard or door off. Follow the maker’s sheet.
      </p>
    </section>
  );
}

function withoutMeter(lamp: Lamp): Lamp {
  const { metered: _, sky: __, ...rest } = lamp as Lamp & { sky?: unknown };
  return { ...rest, hours: Number(lamp.hours.toFixed(1)) };
}
