import type { LampView } from '@north-step/contract';
import { MEDIA, type Medium, TEST_PROPERTIES, type TestProperty, type TestSchedule } from '@north-step/core/cure';
import type { ResinCard } from '@north-step/core/resin';
import { clockText, parseDurationS } from '@north-step/core/units';
import { useState } from 'react';
import { Choice, NumberField, SelectField, TextField } from '../../ui/index.ts';
import { useDo } from '../next/index.ts';
import { readingsFrom, unitOf } from './testWords.ts';

type TestFormProps = {
  readonly card: ResinCard;
  readonly lots: readonly string[];
  readonly lamps: readonly LampView[];
  readonly roomC: number;
  readonly property: TestProperty;
  readonly onProperty: (property: TestProperty) => void;
};
const SAMPLE_MM = 3;

/** Writes down one set of samples: how they were cured, and what each of them read. */
export function TestForm({ card, lots, lamps, roomC, property, onProperty }: TestFormProps) {
  const acts = useDo();
  const [lot, setLot] = useState<string>();
  const [said, setSaid] = useState<Said>({
    time: clockText(card.cardCureS ?? 600),
    medium: card.cureMedium,
    tempC: roomC,
    wallMm: SAMPLE_MM,
    ovenTime: '60 min',
  });
  const [text, setText] = useState('');
  const [note, setNote] = useState('');
  const readings = readingsFrom(text);
  const usualMWPerCm2 = lamps[0]?.now.mWPerCm2;
  const { schedule, missing } = scheduleOf(said, usualMWPerCm2);
  if (!readings) missing.push('the readings');
  const save = async () => {
    if (!readings || !schedule) return;
    const answer = await acts.send(
      'cure.test',
      {},
      {
        cardId: card.id,
        lot: lot ?? lots[0] ?? 'unknown',
        property,
        readings,
        schedule,
        ...(note.trim() === '' ? {} : { note: note.trim() }),
      },
    );
    if (answer?.ok) {
      setText('');
      setNote('');
    }
  };
  return (
    <>
      <h2 className="mt-3 text-lg font-bold">A set of samples</h2>
      <SelectField label="Lot" className="mt-1" value={lot ?? lots[0]} options={lots} onChange={setLot} />
      <CureFields said={said} usualMWPerCm2={usualMWPerCm2} onChange={(over) => setSaid({ ...said, ...over })} />
      <h3 className="mt-3 mb-1 font-bold">Measured</h3>
      <Choice
        label="Measured"
        value={property}
        options={TEST_PROPERTIES.map((value) => ({ value, text: value }))}
        onChange={onProperty}
      />
      <label className="mt-2 block">
        <span className="label">Readings, {unitOf(property)}, one for each sample</span>
        <input
          className="field font-mono"
          placeholder={property === 'Shore D' ? '76 78 77' : '410 395 402'}
          value={text}
          onChange={(event) => setText(event.target.value)}
        />
      </label>
      <TextField label="Note" className="mt-2" longest={500} value={note} onChange={setNote} />
      {missing.length > 0 && <p className="mt-2 text-sm text-ink-2">Still needed: {missing.join(', ')}.</p>}
      <button type="button" className="btn btn-sea mt-2" disabled={missing.length > 0} onClick={() => void save()}>
        Keep this set
      </button>
    </>
  );
}

/** How a set was cured, as far as it is said. */
type Said = {
  readonly time: string;
  readonly medium: Medium;
  /** default: the first lamp's own */
  readonly mWPerCm2?: number | undefined;
  readonly tempC: number | undefined;
  readonly wallMm: number | undefined;
  readonly ovenC?: number | undefined;
  readonly ovenTime: string;
};
type Scheduled = { readonly schedule: TestSchedule | undefined; readonly missing: string[] };
/** The schedule that was typed, or what of it is still missing, in words. */
function scheduleOf(said: Said, usualMWPerCm2: number | undefined): Scheduled {
  const { medium, tempC, wallMm, ovenC, mWPerCm2 = usualMWPerCm2 } = said;
  const seconds = parseDurationS(said.time);
  const ovenS = parseDurationS(said.ovenTime);
  const missing = [
    seconds === undefined && 'the time of light',
    mWPerCm2 === undefined && 'the light',
    tempC === undefined && 'the temperature',
    wallMm === undefined && 'the wall',
    ovenC !== undefined && ovenS === undefined && 'the time in the oven',
  ].filter((one) => one !== false);
  if (seconds === undefined || mWPerCm2 === undefined || tempC === undefined || wallMm === undefined)
    return { schedule: undefined, missing };
  if (ovenC !== undefined && ovenS === undefined) return { schedule: undefined, missing };
  const oven = ovenC === undefined || ovenS === undefined ? {} : { oven: { tempC: ovenC, seconds: ovenS } };
  return { schedule: { seconds, mWPerCm2, medium, tempC, wallMm, ...oven }, missing };
}

type CureFieldsProps = {
  readonly said: Said;
  readonly usualMWPerCm2: number | undefined;
  readonly onChange: (over: Partial<Said>) => void;
};
function CureFields({ said, usualMWPerCm2, onChange }: CureFieldsProps) {
  const light = said.mWPerCm2 ?? usualMWPerCm2;
  return (
    <div className="mt-2 grid grid-cols-2 items-end gap-2">
      <label className="block">
        <span className="text-[13px] text-ink-2">light for</span>
        <input
          className="field font-mono"
          placeholder="10:00"
          value={said.time}
          onChange={(event) => onChange({ time: event.target.value })}
        />
      </label>
      <NumberField
        label="at"
        unit="mW/cm²"
        step={0.1}
        min={0.01}
        value={light && Number(light.toFixed(2))}
        onChange={(mWPerCm2) => onChange({ mWPerCm2 })}
      />
      <NumberField
        label="room or chamber"
        unit="°C"
        min={0}
        max={150}
        value={said.tempC}
        onChange={(tempC) => onChange({ tempC })}
      />
      <NumberField
        label="wall"
        unit="mm"
        step={0.1}
        min={0.05}
        value={said.wallMm}
        onChange={(wallMm) => onChange({ wallMm })}
      />
      <label className="col-span-2 block">
        <span className="text-[13px] text-ink-2">in</span>
        <select
          className="field"
          value={said.medium}
          onChange={(event) => onChange({ medium: event.target.value as Medium })}
        >
          {MEDIA.map((one) => (
            <option key={one}>{one}</option>
          ))}
        </select>
      </label>
      <NumberField
        label="oven after"
        unit="°C"
        min={25}
        max={150}
        value={said.ovenC}
        onChange={(ovenC) => onChange({ ovenC })}
      />
      <label className="block">
        <span className="text-[13px] text-ink-2">oven for</span>
        <input
          className="field font-mono"
          value={said.ovenTime}
          disabled={said.ovenC === undefined}
          onChange={(event) => onChange({ ovenTime: event.target.value })}
        />
      </label>
    </div>
  );
}
