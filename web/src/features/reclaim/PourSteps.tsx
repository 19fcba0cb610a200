import type { Vessel } from '@north-step/contract';
import { refusalText } from '@north-step/core/result';
import { litresText, plainNumber } from '@north-step/core/units';
import { useState } from 'react';
import { useDevice } from '../../devices/useDevice.ts';
import { Empty, NumberField } from '../../ui/index.ts';
import { useDo } from '../next/index.ts';

/** So much of a vessel. */
export type Pour = { readonly vessel: Vessel; readonly grams: number; readonly ml: number };
/** A pour may be off by this before it is said. */
const NEAR_SHARE = 0.02;

type PourProps = {
  readonly into: Vessel;
  /** by what the vessels hold now; nothing where no mix is possible */
  readonly pours: readonly Pour[] | undefined;
  /** why none is */
  readonly otherwise: string;
  readonly tempC: number;
};
/** A mix poured step by step: what of which vessel, weighed on the scale as it is poured, then booked as it was. */
export function PourSteps({ into, pours: live, otherwise, tempC }: PourProps) {
  const acts = useDo();
  const [poured, setPoured] = useState<readonly number[]>([]);
  const [said, setSaid] = useState<string>();
  // once pouring has begun the list stands, whatever the book says of the vessels meanwhile
  const [begun, setBegun] = useState<readonly Pour[]>();
  const pours = begun ?? live;
  if (!pours) return <Empty>{otherwise}</Empty>;
  const at = poured.length;
  const now = pours[at];
  const book = async () => {
    const answer = await acts.send(
      'solvent.blend',
      {},
      {
        intoVesselId: into.id,
        pours: pours.map(({ vessel }, i) => ({ fromVesselId: vessel.id, grams: poured[i]! })),
      },
    );
    if (answer?.ok) setSaid(`Booked: ${into.name} holds the mix.`);
    else if (answer) setSaid(refusalText(answer.error));
  };
  return (
    <>
      <h2 className="text-lg font-bold">
        Pour list <span className="ml-2 text-sm font-normal text-ink-2">at {plainNumber(tempC, 3)} °C</span>
      </h2>
      <ol className="mt-2 space-y-2">
        {pours.map(({ vessel, grams, ml }, i) => (
          <li
            key={vessel.id}
            aria-current={i === at ? 'step' : undefined}
            className={`frame flex flex-wrap items-baseline gap-x-4 px-3 py-2 ${i < at ? 'bg-panel' : i === at ? 'border-sea border-[2.5px]' : 'border-dashed'}`}
          >
            <b>{vessel.name}</b>
            <span className="font-mono text-2xl font-bold">{grams.toFixed(0)} g</span>
            <span className="font-mono">{ml.toFixed(0)} mL</span>
            {i < at && <span className="ml-auto">poured {poured[i]!.toFixed(0)} g</span>}
          </li>
        ))}
      </ol>
      {now ? (
        <OnTheScale
          key={at}
          pour={now}
          onPoured={(grams) => {
            setBegun(pours);
            setPoured([...poured, grams]);
          }}
        />
      ) : (
        <button
          type="button"
          className="btn btn-sea mt-4"
          disabled={said?.startsWith('Booked')}
          onClick={() => void book()}
        >
          Book it: all of it into {into.name}
        </button>
      )}
      {said && (
        <p role="status" className="mt-3 border-l-4 border-sea-2 pl-3">
          {said}
        </p>
      )}
      <p className="mt-4 border-l-4 border-amber pl-3 text-sm">
        Pour under extraction, away from heaters and sparks, into a metal or labelled can that is earthed or dry; lid
        back on.
      </p>
    </>
  );
}

/** One pour: live from the scale where there is one, else typed from its display. */
function OnTheScale({ pour, onPoured }: { readonly pour: Pour; readonly onPoured: (grams: number) => void }) {
  const { device, sample, press } = useDevice('scale');
  const [typed, setTyped] = useState<number>();
  const live = sample?.grams ?? device?.last?.grams;
  const grams = typed ?? live ?? 0;
  const left = pour.grams - grams;
  const near = Math.abs(left) <= NEAR_SHARE * pour.grams;
  return (
    <section aria-label="On the scale" className="frame mt-4 max-w-xl bg-panel p-4">
      <p className="text-sm text-ink-2">
        {device
          ? `${device.name}: put the can on, tare it, pour ${pour.vessel.name} slowly.`
          : 'No scale answers: type what its display shows.'}
      </p>
      <p className="text-right font-mono text-[44px] leading-tight font-bold" aria-live="off">
        {grams.toFixed(1)} g
      </p>
      <p className="text-right">
        {near
          ? 'That is it.'
          : left > 0
            ? `${left.toFixed(0)} g to go`
            : `${(-left).toFixed(0)} g too much: it is booked as poured`}
      </p>
      <div className="mt-2 flex flex-wrap items-end gap-2">
        {device && (
          <button type="button" className="btn" onClick={() => void press('tare')}>
            Tare
          </button>
        )}
        <NumberField label="By another scale" unit="g" className="w-36" min={0} value={typed} onChange={setTyped} />
        <button
          type="button"
          className={`btn ${near ? 'btn-sea' : ''}`}
          disabled={grams < 1}
          onClick={() => onPoured(Number(grams.toFixed(1)))}
        >
          Poured, next
        </button>
      </div>
      {device?.simulated && (
        <div className="mt-3 border-t border-line pt-2">
          <p className="text-sm text-ink-2">This scale is simulated: your hands are here.</p>
          <div className="mt-1 flex flex-wrap gap-2">
            <button type="button" className="btn" onClick={() => void press('put can')}>
              Put an empty can on
            </button>
            <button
              type="button"
              className="btn"
              onClick={() => void press('pour', { amount: Math.max(1, Math.round(left)) })}
            >
              Pour {litresText((pour.ml * Math.max(0, left)) / pour.grams)}
            </button>
            <button type="button" className="btn" onClick={() => void press('take off')}>
              Take it off
            </button>
          </div>
        </div>
      )}
    </section>
  );
}
