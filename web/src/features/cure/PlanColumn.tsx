import type { BenchReply, PairView } from '@north-step/contract';
import type { BatchState } from '@north-step/core/batch';
import { advisedChange, byHandWords, lampCycles } from '@north-step/core/cure';
import { procedureTimes } from '@north-step/core/route';
import { chanceText, clockText, plainNumber } from '@north-step/core/units';
import { useState } from 'react';
import { Link } from 'react-router';
import { dayAndClock } from '../../shell/useNow.ts';
import { TextField } from '../../ui/index.ts';
import { useDo } from '../next/index.ts';
import { testedOf, testedWords, useCureTestsQuery } from '../testLog/index.ts';
import { Elsewhere } from './Elsewhere.tsx';
import type { CureView } from './useCure.ts';

type PlanColumnProps = {
  readonly batch: BatchState;
  readonly bench: BenchReply;
  readonly cure: CureView;
  readonly pair?: PairView | undefined;
};

/** What will be done in order, what would change it, how sure it is, and the card's own schedule on this lamp. */
export function PlanColumn({ batch, bench, cure, pair }: PlanColumnProps) {
  return (
    <section aria-label="Plan of light" className="px-[18px] py-3">
      <h2 className="text-lg font-bold">Plan</h2>
      {batch.card.procedure ? <Procedure batch={batch} /> : <Steps batch={batch} cure={cure} />}
      {!batch.card.procedure && <Changes cure={cure} batch={batch} roomC={bench.bench.roomC} />}
      <h2 className="mt-4 text-lg font-bold">Confidence</h2>
      <p className="text-sm">
        {pair
          ? `${pair.coupons > 0 ? `From ${pair.coupons} coupons${pair.ladderAtMs ? ` on ${dayAndClock(pair.ladderAtMs)}` : ''}` : 'No coupons'}${pair.looks > 0 ? ` and ${pair.looks} looks` : ''}; start ±${Math.round((100 * (pair.handleRange90[1]! - pair.handleRange90[0]!)) / 2 / pair.handleS)} %.`
          : 'No coupons of this resin under this lamp yet: constants of its family, ±25 % and more.'}{' '}
        <Link className="underline" to={`/cure/coupons?card=${batch.card.id}&lamp=${cure.station}`}>
          Run a coupon ladder
        </Link>
      </p>
      {pair?.drift && (
        <p role="alert" className="mt-1 border-l-4 border-brick pl-2 text-sm">
          {pair.drift}
        </p>
      )}
      {!batch.card.procedure && <Elsewhere batch={batch} bench={bench} cure={cure} />}
    </section>
  );
}

function Procedure({ batch }: { readonly batch: BatchState }) {
  const { procedure } = batch.card;
  return (
    <p className="mt-2 border-l-4 border-sea pl-3">
      Exactly <b>{clockText(procedureTimes(batch.card).lightS)}</b> by {procedure!.reference}. Nothing is computed over
      a validated procedure, and nothing else is offered. Licensed practice decides.
    </p>
  );
}

const Line = ({ when, what, more }: { readonly when: string; readonly what: string; readonly more?: string }) => (
  <li className="grid grid-cols-[66px_1fr] gap-x-2 border-b border-line py-2">
    <span className="font-mono text-lg font-bold">{when}</span>
    <span>
      <b>{what}</b>
      {more && <span className="block text-sm text-ink-2">{more}</span>}
    </span>
  </li>
);

function Steps({ batch, cure }: { readonly batch: BatchState; readonly cure: CureView }) {
  const { worked, light, lamp } = cure;
  if (!worked || !light || !lamp) return <p className="text-ink-2">The plan follows from the light map.</p>;
  const { eachS, forecast } = worked;
  const { doses } = forecast;
  if (!doses || !eachS)
    return (
      <>
        <p role="alert" className="mt-2 border-l-4 border-brick pl-3">
          <b>No plan fits.</b> {worked.closed?.why ?? 'One step of this timer is longer than the window.'}{' '}
          {worked.closed?.opens ?? 'Take a lamp with a finer timer.'}
        </p>
        <Advised cure={cure} />
        {forecast.window.maxS !== undefined && <Anyway batch={batch} cure={cure} />}
      </>
    );
  const cycles = lampCycles(eachS, lamp.lamp.cutOutS);
  const cycleWords =
    cycles.length > 1 ? `${cycles.length} cycles: ${cycles.map(clockText).join(', ')}; count them` : undefined;
  const where = `${cure.medium === 'air' ? '' : `under ${cure.medium}, `}${lamp.lamp.turntable ? 'turntable on' : 'turn by hand now and then'}`;
  const [first, second] = light.poses;
  return (
    <>
      <ol className="mt-1">
        <Line
          when={clockText(eachS)}
          what={`As placed, ${where}${light.inside ? ', the rod inside' : ''}`}
          more={
            cycleWords ??
            byHandWords(eachS, lamp.lamp.timerStepS) ??
            `coldest spot gets ${plainNumber(first!.coldMWPerCm2)} mW/cm²`
          }
        />
        {second && (
          <>
            <Line
              when="turn"
              what="Turn each part over"
              more={`its coldest spot had ${plainNumber(first!.coldMWPerCm2 / Math.max(0.01, light.medianMWPerCm2))} of the median`}
            />
            <Line
              when={clockText(eachS)}
              what="Other side up"
              more={`that spot gets ${plainNumber(second.coldMWPerCm2)} mW/cm² now`}
            />
          </>
        )}
        <Line
          when="look"
          what="Touch and tilt: no tack, no shine, no warm tint"
          more={`${chanceText(forecast.passes ?? 0)} pass; tacky? add ${clockText(doses.addS)}${Number.isFinite(doses.lastS) ? `, never past ${clockText(doses.lastS)} in all` : ''}`}
        />
      </ol>
      {light.neverLitPct > 0.5 && (
        <p className="mt-2 border-l-4 border-brick pl-2 text-sm">
          {plainNumber(light.neverLitPct)} % of the surface lies inside hollows and is left out: it stays soft. Put a
          light inside, or cure it apart.
        </p>
      )}
      {worked.closed && (
        <p className="mt-2 border-l-4 border-amber pl-2 text-sm">
          {worked.closed.why} {worked.closed.opens}
        </p>
      )}
      <Advised cure={cure} />
    </>
  );
}

/** It is lit all the same, in short steps up to where its hottest face goes over: for a reason that stays with it. */
function Anyway({ batch, cure }: { readonly batch: BatchState; readonly cure: CureView }) {
  const acts = useDo();
  const [why, setWhy] = useState('');
  const { light, medium, tempC } = cure;
  const send = () =>
    light &&
    acts.send(
      'batch.cure-plan',
      { batchId: batch.id },
      { light, medium, tempC, anyway: why.trim() },
      { text: `${batch.name}: lit in short steps, each looked at`, batchId: batch.id },
    );
  return (
    <div className="mt-3">
      <TextField label="Light it all the same, in short steps, because …" longest={200} value={why} onChange={setWhy} />
      <button type="button" className="btn mt-2" disabled={why.trim() === ''} onClick={() => void send()}>
        Light it so
      </button>
    </div>
  );
}

/** The one change that opens a narrow window, and a press that makes it. */
function Advised({ cure }: { readonly cure: CureView }) {
  const { worked } = cure;
  const advised = worked && advisedChange(worked.forecast.window, worked.alternatives);
  if (!advised) return null;
  const { change, handleS, maxS } = advised;
  const make = change.startsWith('turn over')
    ? () => cure.setTurn(true)
    : change.startsWith('under ')
      ? () => cure.setMedium(change.slice('under '.length) as 'water' | 'glycerine')
      : undefined;
  return (
    <p className="mt-2 border-l-4 border-moss pl-2 text-sm">
      <b>Advised: {change}</b>, {clockText(handleS!)}–{maxS === undefined ? 'no end found' : clockText(maxS)}.{' '}
      {make && (
        <button type="button" className="btn" onClick={make}>
          Plan it so
        </button>
      )}
    </p>
  );
}

function Changes({
  cure,
  batch,
  roomC,
}: {
  readonly cure: CureView;
  readonly batch: BatchState;
  readonly roomC: number;
}) {
  const { worked } = cure;
  const tests = useCureTestsQuery().data?.tests;
  if (!worked) return null;
  const { handleS: firstS } = worked.forecast.window;
  const property = tests?.find(({ cardId }) => cardId === batch.card.id)?.property;
  const tested =
    tests && property && testedOf(batch.card, tests, property, { roomC, lampHeatsK: cure.lamp?.lamp.heatsK });
  return (
    <>
      <h2 className="mt-4 text-lg font-bold">What would change it</h2>
      <ul className="text-sm">
        {worked.unturnedHandleS !== undefined && (
          <li className="py-0.5">Without the turn: tack-free after {clockText(worked.unturnedHandleS)}.</li>
        )}
        {worked.alternatives.map(({ change, handleS, maxS, stiffnessPct, risk }) => (
          <li key={change} className="py-0.5">
            <b>{change}</b>:{' '}
            {handleS === undefined
              ? 'not reached'
              : `${clockText(handleS)}–${maxS === undefined ? 'no end found' : clockText(maxS)}`}
            {stiffnessPct !== undefined && `, ${Math.round(stiffnessPct)} % stiff`}
            {risk && `; ${risk}`}.
          </li>
        ))}
      </ul>
      {worked.stiffnessPct !== undefined && (
        <p className="text-[13px] text-ink-2">
          This plan: {Math.round(worked.stiffnessPct)} % of full stiffness when first handled.
        </p>
      )}
      <p className="text-[13px] text-ink-2">
        {tested && property && firstS !== undefined && `${testedWords(tested, property, worked.setting, firstS)} `}
        <Link className="underline" to={`/cure/tests?card=${batch.card.id}`}>
          {tested ? 'The tests' : 'Test samples to know what heat is worth'}
        </Link>
      </p>
    </>
  );
}
