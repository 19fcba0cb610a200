import { type TestProperty, testSpread } from '@north-step/core/cure';
import { plainNumber } from '@north-step/core/units';
import { useState } from 'react';
import { useSearchParams } from 'react-router';
import { dayAndClock } from '../../shell/useNow.ts';
import { useBenchQuery, useResinsQuery } from '../../store/api.ts';
import { Empty, Failed, Loading, SelectField, useWidth } from '../../ui/index.ts';
import { useLampsQuery } from '../lamps/index.ts';
import { SlimBand } from '../next/index.ts';
import { useCureTestsQuery } from './endpoints.ts';
import { TestChart } from './TestChart.tsx';
import { TestForm } from './TestForm.tsx';
import { heatSentence, scheduleWords, testedOf, unitOf } from './testWords.ts';

/** Hardness and breaking load of samples by how they were cured: what this resin becomes here, and what heat is worth. */
export function TestLogPage() {
  const [params, setParams] = useSearchParams();
  const resins = useResinsQuery();
  const lamps = useLampsQuery().data?.lamps.filter(({ lamp }) => lamp.groups.length > 0) ?? [];
  const tests = useCureTestsQuery();
  const bench = useBenchQuery().data?.bench;
  const [chosen, setProperty] = useState<TestProperty>();
  const { element, width } = useWidth(560);
  const all = resins.data?.resins.filter(({ card }) => !card.procedure) ?? [];
  const tested = new Set(tests.data?.tests.map(({ cardId }) => cardId));
  const resin =
    all.find(({ card }) => card.id === params.get('card')) ?? all.find(({ card }) => tested.has(card.id)) ?? all[0];
  if (tests.isError && !tests.data) return <Failed what="the tests" onRetry={() => void tests.refetch()} />;
  if (!resin || !tests.data || !bench) return <Loading what="the tests" />;
  const { card } = resin;
  const property = chosen ?? tests.data.tests.find(({ cardId }) => cardId === card.id)?.property ?? 'Shore D';
  const known = testedOf(card, tests.data.tests, property, {
    roomC: bench.roomC,
    lampHeatsK: lamps[0]?.lamp.heatsK,
  });
  return (
    <>
      <SlimBand
        say={known ? heatSentence(known, property) : `${card.name}: no samples were tested yet.`}
        more={`${card.name}, ${unitOf(property)}`}
      />
      <div className="grid grid-cols-[300px_minmax(0,1fr)_330px] max-lg:grid-cols-1">
        <section aria-label="A new set" className="border-r border-line px-[18px] py-3">
          <SelectField
            label="Resin"
            value={card.id}
            options={all.map(({ card: one }) => ({ value: one.id, text: one.name }))}
            onChange={(next) => setParams({ card: next }, { replace: true })}
          />
          <TestForm
            key={card.id}
            card={card}
            lots={resin.lots}
            lamps={lamps}
            roomC={bench.roomC}
            property={property}
            onProperty={setProperty}
          />
        </section>
        <section aria-label="Compared" className="border-r border-line px-[18px] py-3">
          <h2 className="text-lg font-bold">Compared</h2>
          <div ref={element}>{known && <TestChart tested={known} property={property} width={width} />}</div>
          {!known && <Empty>Cure three samples as you cure your parts, test them, and type what they read.</Empty>}
          {known && (
            <p className="mt-3 text-sm text-ink-2">
              Constants are invented defaults to be calibrated: the open squares are where these tests have moved them.
              A part that must bear load is judged by its own test, not by this chart.
            </p>
          )}
        </section>
        <section aria-label="Sets" className="px-[18px] py-3">
          <h2 className="text-lg font-bold">Sets</h2>
          <ol className="text-sm">
            {known?.sets.map(({ id, lot, readings, schedule, note, atMs, by }, i) => {
              const { mean, sd, range90 } = testSpread(property, readings);
              return (
                <li key={id} className="border-b border-line py-1.5">
                  <b>
                    set {i + 1}: {plainNumber(mean, 3)} {unitOf(property)}
                  </b>{' '}
                  ({plainNumber(range90[0], 3)}–{plainNumber(range90[1], 3)})
                  <span className="block">{scheduleWords(schedule)}</span>
                  <span className="block text-ink-2">
                    {readings.length} samples of lot {lot}
                    {sd !== undefined && `, spread ${plainNumber(sd)}`} · {dayAndClock(atMs)}, {by}
                    {note && ` · ${note}`}
                  </span>
                </li>
              );
            })}
          </ol>
        </section>
      </div>
    </>
  );
}
