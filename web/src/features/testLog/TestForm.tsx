import type { LampView } from '@north-step/contract';
import { MEDIA, TEST_PROPERTIES, type TestProperty } from '@north-step/core/cure';
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
  const [time, setTime] = useState(clockText(card.cardCureS ?? 600));
  const [medium, setMedium] = useState<(typeof MEDIA)[number]>(card.cureMedium);
  const [light, setLight] = useState<number>();
  const [tempC, setTempC] = useState<number | undefined>(roomC);
  const [wallMm, setWallMm] = useState<number | undefined>(SAMPLE_MM);
  const [ovenC, setOvenC] = useState<number>();
  const [ovenTime, setOvenTime] = useState('60 min');
  const [text, setText] = useState('');
  const [note, setNote] = useState('');
  const seconds = parseDurationS(time);
  const ovenS = parseDurationS(ovenTime);
  const readings = readingsFrom(text);
  const mWPerCm2 = light ?? lamps[0]?.now.mWPerCm2;
  const missing = [
    seconds === undefined && 'the time of light',
    mWPerCm2 === undefined && 'the light',
    tempC === undefined && 'the temperature',
    wallMm === undefined && 'the wall',
    ovenC !== undefined && ovenS === undefined && 'the time in the oven',
    !readings && 'the readings',
  ].filter((one) => one !== false);
  const save = async () => {
    if (!readings || seconds === undefined || mWPerCm2 === undefined || tempC === undefined || wallMm === undefined)
      return;
    const answer = await acts.send(
      'cure.test',
      {},
      {
        cardId: card.id,
        lot: lot ?? lots[0] ?? 'unknown',
        property,
        readings,
        schedule: {
          seconds,
          mWPerCm2,
          medium,
          tempC,
          wallMm,
          ...(ovenC === undefined || ovenS === undefined ? {} : { oven: { tempC: ovenC, seconds: ovenS } }),
        },
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
      <div className="mt-2 grid grid-cols-2 items-end gap-2">
        <label className="block">
          <span className="text-[13px] text-ink-2">light for</span>
          <input
            className="field font-mono"
            placeholder="10:00"
            value={time}
            onChange={(event) => setTime(event.target.value)}
          />
        </label>
        <NumberField
          label="at"
          unit="mW/cm²"
          step={0.1}
          min={0.01}
          value={mWPerCm2 && Number(mWPerCm2.toFixed(2))}
          onChange={setLight}
        />
        <NumberField label="room or chamber" unit="°C" min={0} max={150} value={tempC} onChange={setTempC} />
        <NumberField label="wall" unit="mm" step={0.1} min={0.05} value={wallMm} onChange={setWallMm} />
        <label className="col-span-2 block">
          <span className="text-[13px] text-ink-2">in</span>
          <select className="field" value={medium} onChange={(event) => setMedium(event.target.value as typeof medium)}>
            {MEDIA.map((one) => (
              <option key={one}>{one}</option>
            ))}
          </select>
        </label>
        <NumberField label="oven after" unit="°C" min={25} max={150} value={ovenC} onChange={setOvenC} />
        <label className="block">
          <span className="text-[13px] text-ink-2">oven for</span>
          <input
            className="field font-mono"
            value={ovenTime}
            disabled={ovenC === undefined}
            onChange={(event) => setOvenTime(event.target.value)}
          />
        </label>
      </div>
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
