import type { CommandBody, StationThere } from '@north-step/contract';
import { stationKind } from '@north-step/core/bench';
import { AGITATIONS, type Agitation } from '@north-step/core/wash';
import { useState } from 'react';
import { Link } from 'react-router';
import { NumberField, SelectField, Stepper, TextField } from '../../ui/index.ts';
import { useDo } from '../next/index.ts';

/** What can be said of a station; what it holds is changed by a fill. Kept with one press, and asked twice before it is taken away. */
export function StationForm({ station, onDone }: { readonly station: StationThere; readonly onDone: () => void }) {
  const { id, name, capacity, note, bath } = station;
  const acts = useDo();
  const [draft, setDraft] = useState({ name, capacity, note, litres: (bath?.capacityMl ?? 0) / 1000 });
  const [face, setFace] = useState(bath?.surfaceCm2);
  const [agitation, setAgitation] = useState(bath?.agitation);
  const [asked, setAsked] = useState(false);
  const keep = async () => {
    const set = changesOf(station, { ...draft, face, agitation });
    if (Object.keys(set).length === 0) return onDone();
    const answer = await acts.send('layout.change', { stationId: id }, set);
    if (answer?.ok) onDone();
  };
  const retire = async () => {
    if (!asked) return setAsked(true);
    const answer = await acts.send('layout.retire', { stationId: id }, {});
    if (!answer?.ok) setAsked(false);
  };
  return (
    <form
      className="border-t border-line px-3 pt-2 pb-3"
      onSubmit={(event) => {
        event.preventDefault();
        void keep();
      }}
    >
      <TextField
        label="called"
        longest={60}
        needed
        value={draft.name}
        onChange={(to) => setDraft({ ...draft, name: to })}
      />
      <TextField
        label="note, said on its tag"
        longest={120}
        className="mt-2"
        value={draft.note}
        onChange={(to) => setDraft({ ...draft, note: to })}
      />
      <p className="mt-2 text-[13px] text-ink-2">batches at once</p>
      <Stepper
        label={`Batches at once in ${name}`}
        value={draft.capacity}
        min={1}
        max={100}
        onChange={(to) => setDraft({ ...draft, capacity: to })}
      />
      {bath && (
        <>
          <div className="mt-2 grid grid-cols-2 gap-2">
            <NumberField
              label="holds"
              unit="L"
              min={0.05}
              step={0.05}
              value={draft.litres}
              onChange={(litres) => litres !== undefined && setDraft({ ...draft, litres })}
            />
            <NumberField label="open face" unit="cm²" min={1} value={face} onChange={setFace} />
          </div>
          <SelectField
            label="how its liquid is moved"
            className="mt-2"
            value={agitation}
            options={AGITATIONS}
            onChange={setAgitation}
          />
        </>
      )}
      <Elsewhere station={station} />
      <p className="mt-3 flex flex-wrap gap-3">
        <button type="submit" className="btn btn-sea">
          Keep
        </button>
        <button type="button" className="btn" onClick={() => void retire()}>
          {asked ? `Yes, take ${name} away` : 'Take it away'}
        </button>
      </p>
      {asked && (
        <p role="status" className="mt-2 text-[13px]">
          What is done keeps its name; what is planned here is done elsewhere. It can be put back.
        </p>
      )}
    </form>
  );
}

type Draft = Pick<StationThere, 'name' | 'capacity' | 'note'> & {
  readonly litres: number;
  /** cm² */
  readonly face: number | undefined;
  readonly agitation: Agitation | undefined;
};
/** What is said otherwise than it stands: only that is sent. */
function changesOf({ name, capacity, note, bath }: StationThere, draft: Draft): CommandBody<'layout.change'> {
  const mL = Math.round(draft.litres * 1000);
  return {
    ...(draft.name.trim() !== name ? { name: draft.name } : {}),
    ...(draft.capacity !== capacity ? { capacity: draft.capacity } : {}),
    ...(draft.note !== note ? { note: draft.note } : {}),
    ...(bath && mL !== bath.capacityMl ? { capacityMl: mL } : {}),
    ...(bath && draft.face !== undefined && draft.face !== bath.surfaceCm2 ? { surfaceCm2: draft.face } : {}),
    ...(bath && draft.agitation !== bath.agitation ? { agitation: draft.agitation } : {}),
  };
}

/** What of it is changed on other pages. */
function Elsewhere({ station: { id, kind, bath } }: { readonly station: StationThere }) {
  return (
    <>
      {bath && (
        <p className="mt-2 text-[13px]">
          What is in it is changed by a fill:{' '}
          <Link className="underline" to={`/solvent/baths/${encodeURIComponent(bath.vesselId)}`}>
            its page on Solvent
          </Link>
          .
        </p>
      )}
      {stationKind(kind).lights && (
        <p className="mt-2 text-[13px]">
          Its light is described and metered on{' '}
          <Link className="underline" to={`/cure/lamps/${encodeURIComponent(id)}`}>
            its page on Cure
          </Link>
          .
        </p>
      )}
    </>
  );
}
