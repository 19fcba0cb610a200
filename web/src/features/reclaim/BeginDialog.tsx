import type { RunReply, Vessel } from '@north-step/contract';
import { given } from '@north-step/core/given';
import { DEFAULT_STOP, type RunKind, runKind, USUAL_STILL_W } from '@north-step/core/reclaim';
import { refusalText } from '@north-step/core/result';
import { litresText, plainNumber } from '@north-step/core/units';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { NumberField, SelectField, Sheet } from '../../ui/index.ts';
import { useDo } from '../next/index.ts';
import { holds, OPTION_WORDS } from './words.ts';

type BeginProps = {
  readonly kind: RunKind;
  readonly from: Vessel;
  readonly litres: number;
  readonly vessels: readonly Vessel[];
  readonly onClose: () => void;
};

/** A run is begun: in what it stands, where what comes back goes, and what a still is set to. */
export function BeginDialog({ kind, from, litres, vessels, onClose }: BeginProps) {
  const shape = runKind(kind);
  const acts = useDo();
  const navigate = useNavigate();
  const insides = vessels.filter((one) => one.kind === shape.inside && (one.volumeMl < 1 || one.id === from.id));
  const targets = vessels.filter(({ kind: of, role }) => role === 'reclaimed' || (of === 'bottle' && role === null));
  const [insideId, setInside] = useState((insides.find(({ id }) => id === from.id) ?? insides[0])?.id ?? '');
  const [toId, setTo] = useState(targets[0]?.id ?? '');
  const [still, setStill] = useState({ powerW: USUAL_STILL_W, altitudeM: 0, stopC: DEFAULT_STOP.potC });
  const [refusal, setRefusal] = useState<string>();
  const inside = insides.find(({ id }) => id === insideId);
  const amountMl = Math.min(
    1000 * litres,
    inside && inside.id !== from.id ? shape.fillShare * inside.capacityMl : from.volumeMl,
  );
  const whole = inside !== undefined && (!shape.givesBack || toId !== '');
  const begin = async () => {
    const answer = await acts.send(
      'reclaim.begin',
      {},
      {
        kind,
        fromVesselId: from.id,
        insideVesselId: insideId,
        amountMl: Math.floor(amountMl),
        ...(shape.givesBack ? { toVesselId: toId } : {}),
        ...(kind === 'distil' ? still : {}),
      },
    );
    if (answer?.ok) navigate(`/solvent/runs/${(answer.reply as RunReply).run.id}`);
    else if (answer) setRefusal(refusalText(answer.error));
  };
  return (
    <Sheet open onOpenChange={(open) => !open && onClose()} title={OPTION_WORDS[kind].name}>
      <form
        className="space-y-4"
        onSubmit={(event) => {
          event.preventDefault();
          void begin();
        }}
      >
        <p>
          {shape.does} {litresText(amountMl)} from {from.name}
          {amountMl < 1000 * litres - 1 && `: as much as ${inside?.name} takes at once`}.
        </p>
        {insides.length === 0 ? (
          <p role="alert" className="border-l-4 border-brick pl-3">
            There is no empty {shape.inside} here.{' '}
            <Link className="underline" to="/solvent?do=vessel">
              Add one under Solvent
            </Link>
            , or empty the one that there is.
          </p>
        ) : (
          <SelectField
            label={`In which ${shape.inside}`}
            value={insideId}
            options={insides.map((one) => ({ value: one.id, text: holds(one) }))}
            onChange={setInside}
          />
        )}
        {shape.givesBack && (
          <SelectField
            label="What comes back goes into"
            value={toId}
            options={targets.map((one) => ({ value: one.id, text: holds(one) }))}
            onChange={setTo}
          />
        )}
        {kind === 'distil' && <StillFields still={still} onChange={setStill} />}
        <p className="text-sm">
          <b>At hand:</b> {shape.gear.join(', ')}.
        </p>
        <p className="border-l-4 border-amber pl-3 text-sm">{shape.caution}</p>
        {refusal && (
          <p role="alert" className="border-l-4 border-brick pl-3">
            {refusal}
          </p>
        )}
        <button type="submit" className="btn btn-sea" disabled={!whole}>
          Begin
        </button>
      </form>
    </Sheet>
  );
}

type Still = { readonly powerW: number; readonly altitudeM: number; readonly stopC: number };
function StillFields({ still, onChange }: { readonly still: Still; readonly onChange: (still: Still) => void }) {
  const set = (over: Partial<Record<keyof Still, number | undefined>>) =>
    onChange({
      ...still,
      ...given(over),
    });
  return (
    <div className="grid grid-cols-3 gap-3">
      <NumberField
        label="Heat"
        unit="W"
        min={50}
        max={5000}
        step={50}
        value={still.powerW}
        onChange={(powerW) => set({ powerW })}
      />
      <NumberField
        label="Height"
        unit="m above the sea"
        min={-400}
        max={5000}
        step={50}
        value={still.altitudeM}
        onChange={(altitudeM) => set({ altitudeM })}
      />
      <NumberField
        label="Heat off at"
        unit="°C in the pot"
        min={40}
        max={150}
        value={still.stopC}
        onChange={(stopC) => set({ stopC })}
      />
      <p className="col-span-3 text-[13px] text-ink-2">
        It also ends at {plainNumber(100 * DEFAULT_STOP.resinShare)} % resin in the pot, and never runs dry.
      </p>
    </div>
  );
}
