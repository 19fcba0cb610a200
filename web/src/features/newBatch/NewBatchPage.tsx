import { planBatch } from '@north-step/core/route';
import { clockText } from '@north-step/core/units';
import { useMemo, useRef } from 'react';
import { useNavigate } from 'react-router';
import { useBenchQuery, useResinsQuery } from '../../app/api.ts';
import { useKeys } from '../../app/useKeys.ts';
import { clockOfDay, useNow } from '../../app/useNow.ts';
import { Failed, Loading } from '../../ui/index.ts';
import { SlimBand, SlimButton } from '../next/index.ts';
import { batchWarnings } from './batchWarnings.ts';
import { PartColumn } from './PartColumn.tsx';
import { PlateColumn } from './PlateColumn.tsx';
import { useNewBatch } from './useNewBatch.ts';
import { WhatWillHappen } from './WhatWillHappen.tsx';

/** Hands on between machine steps, for the guess of when it is done. */
const HANDS_S = 900;

/** A file dropped here becomes a planned batch: what will happen stands beside it at once. */
export function NewBatchPage() {
  const bench = useBenchQuery();
  const resins = useResinsQuery();
  const draft = useNewBatch(bench.data, resins.data?.resins ?? []);
  const navigate = useNavigate();
  const nowMs = useNow(10_000);
  const drop = useRef<HTMLDivElement>(null);
  const plan = useMemo(() => draft.request && planBatch(draft.request), [draft.request]);
  const hang = async () => {
    const id = await draft.hang();
    if (id) await navigate('/');
  };
  useKeys({ Enter: () => void hang() });

  if (bench.isError || resins.isError)
    return (
      <Failed what="the resins and the bench" onRetry={() => void Promise.all([bench.refetch(), resins.refetch()])} />
    );
  if (!bench.data || !resins.data) return <Loading what="the resins and the bench" />;
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: dropping a file is a mouse convenience; the file button does the same by keyboard
    <div
      ref={drop}
      onDragOver={(event) => event.preventDefault()}
      onDrop={(event) => {
        event.preventDefault();
        const file = event.dataTransfer.files[0];
        if (file) void draft.picked.take(file);
      }}
    >
      <SlimBand
        say={conclusion()}
        more={more()}
        keys={
          <SlimButton
            keyName="Enter"
            label={draft.saving ? 'Storing …' : 'Put on the drip rack'}
            disabled={!draft.request || draft.saving}
            onPress={() => void hang()}
          />
        }
      />
      {draft.refusal && (
        <p role="alert" className="border-b-[1.5px] border-brick bg-panel px-[18px] py-2">
          <b className="text-brick">Not stored. </b>
          {draft.refusal.message} {draft.refusal.remedy} What you chose is still here.
        </p>
      )}
      <div className="grid grid-cols-[412px_356px_1fr] max-lg:grid-cols-1">
        <PartColumn draft={draft} />
        <PlateColumn draft={draft} resins={resins.data.resins} />
        <WhatWillHappen
          request={draft.request}
          plan={plan}
          warnings={batchWarnings(draft.resin?.card, bench.data, resins.data.resins)}
        />
      </div>
    </div>
  );

  function conclusion(): string {
    if (!draft.part || !plan) return 'Drop the part’s STL here, or describe it by size.';
    if (!plan.wash.ok) return plan.wash.refusal.remedy ?? 'No wash works now.';
    const [first, clean] = plan.wash.value.stagesS.map(clockText);
    return `${draft.part.name} is ready to hang: drip ${draft.choices.dripMin} min, then ${first} and ${clean}.`;
  }
  function more(): string {
    if (!plan || !draft.request) return 'Its surface and walls set every time that follows.';
    if (!plan.wash.ok) return plan.wash.refusal.message;
    const totalS =
      draft.request.dripS +
      plan.wash.value.stagesS.reduce((a, b) => a + b, 0) +
      plan.dryS +
      (plan.cure.window.handleS ?? 0) +
      HANDS_S;
    return `Both baths are fit for it. Done about ${clockOfDay(nowMs + totalS * 1000)}.`;
  }
}
