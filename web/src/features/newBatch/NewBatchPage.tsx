import { fitOf, newBatch, planBatch, routeOf } from '@north-step/core/plan';
import { checkRoute } from '@north-step/core/route';
import { clockText } from '@north-step/core/units';
import { useMemo, useRef } from 'react';
import { useNavigate } from 'react-router';
import { useBenchQuery, usePaceQuery, useResinsQuery, useRoutesQuery } from '../../app/api.ts';
import { chose } from '../../app/bench.ts';
import { told } from '../../app/outbox.ts';
import { useAppDispatch, useAppSelector } from '../../app/store.ts';
import { useKeys } from '../../app/useKeys.ts';
import { dayAndClock, useNow } from '../../app/useNow.ts';
import { Failed, Loading } from '../../ui/index.ts';
import { planOf, SlimBand, SlimButton } from '../next/index.ts';
import { batchWarnings } from './batchWarnings.ts';
import { PartColumn } from './PartColumn.tsx';
import { PlateColumn } from './PlateColumn.tsx';
import { useNewBatch } from './useNewBatch.ts';
import { WhatWillHappen } from './WhatWillHappen.tsx';

/** The batch that is being described, among those that hang. */
const DRAFT_ID = 'draft';

/** A file dropped here becomes a planned batch: what will happen stands beside it at once. */
export function NewBatchPage() {
  const bench = useBenchQuery();
  const resins = useResinsQuery();
  const routes = useRoutesQuery();
  const pace = usePaceQuery();
  const person = useAppSelector((state) => state.here.person);
  const draft = useNewBatch({
    bench: bench.data,
    resins: resins.data?.resins ?? [],
    routes: routes.data?.routes ?? [],
  });
  const navigate = useNavigate();
  const dispatch = useAppDispatch();
  const nowMs = useNow(10_000);
  const drop = useRef<HTMLDivElement>(null);
  const plan = useMemo(() => draft.request && planBatch(draft.request), [draft.request]);
  const { request } = draft;
  const draftPlan = useMemo(() => {
    if (!request || !plan || !bench.data) return undefined;
    const named = { id: DRAFT_ID, name: 'this batch', lot: '', createdAtMs: nowMs, dueAtMs: draft.dueAtMs };
    const hung = newBatch(request, { ...named, priority: draft.choices.priority }, plan);
    return planOf(bench.data, [...bench.data.open, hung], nowMs, pace.data);
  }, [request, plan, bench.data, nowMs, pace.data, draft.dueAtMs, draft.choices.priority]);
  const findings = useMemo(
    () =>
      request?.route && plan
        ? checkRoute(request.route, {
            card: request.card,
            part: request.part,
            filmUm: plan.film.meanFilmUm,
            bench: request.bench,
          })
        : [],
    [request, plan],
  );
  const names = useMemo(
    () => Object.fromEntries((bench.data?.stations ?? []).map(({ id, name }) => [id, name])),
    [bench.data],
  );
  const firstPlace = (request && names[routeOf(request).steps[0]?.station ?? '']?.toLowerCase()) ?? 'bench';
  const fit = useMemo(() => (request ? fitOf(request, names) : []), [request, names]);
  const hang = async () => {
    const hung = await draft.hang();
    if (!hung) return;
    dispatch(chose(hung.id));
    dispatch(told({ text: `${hung.name} is hung, and chosen`, atMs: Date.now(), undoes: [] }));
    await navigate('/');
  };
  useKeys({ Enter: () => void hang() });

  if (bench.isError || resins.isError || routes.isError)
    return (
      <Failed
        what="the resins and the bench"
        onRetry={() => void Promise.all([bench.refetch(), resins.refetch(), routes.refetch()])}
      />
    );
  if (!bench.data || !resins.data || !routes.data) return <Loading what="the resins and the bench" />;
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: dropping a file is a mouse convenience; the file button does the same by keyboard
    <div
      ref={drop}
      onDragOver={(event) => event.preventDefault()}
      onKeyDown={(event) => {
        // Enter hangs it also from a field that was just filled in
        if (event.key !== 'Enter' || !(event.target instanceof HTMLInputElement)) return;
        event.preventDefault();
        if (draft.request && !draft.saving && !draft.plate.busy) void hang();
      }}
      onDrop={(event) => {
        event.preventDefault();
        draft.plate.take([...event.dataTransfer.files]);
      }}
    >
      <SlimBand
        say={conclusion()}
        more={more()}
        keys={
          <>
            {draft.begun && <SlimButton label="Start anew" onPress={draft.startAnew} />}
            <SlimButton
              keyName="Enter"
              label={draft.saving ? 'Storing …' : `Put on the ${firstPlace}`}
              disabled={!draft.request || draft.saving || draft.plate.busy}
              onPress={() => void hang()}
            />
          </>
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
        <PlateColumn
          draft={draft}
          resins={resins.data.resins}
          routes={routes.data.routes}
          pace={pace.data?.people.find(({ name }) => name === person)}
        />
        <WhatWillHappen
          request={draft.request}
          plan={plan}
          findings={[...findings, ...fit]}
          warnings={batchWarnings(draft.resin?.card, plan, bench.data, resins.data.resins)}
        />
      </div>
    </div>
  );

  function conclusion(): string {
    if (draft.plate.busy) return 'Measuring …';
    if (!draft.joined || !plan) return 'Drop the parts’ files here, or describe one by size.';
    const refused = findings.find(({ level }) => level === 'refused');
    if (refused) return refused.remedy ?? refused.message;
    if (!plan.wash.ok) return plan.wash.refusal.remedy ?? 'No wash works now.';
    const times = plan.wash.value.stagesS.map(clockText).join(', then ');
    const are = draft.joined.part.pieces ? 'are' : 'is';
    return `${draft.joined.part.name} ${are} ready to hang: drip ${draft.choices.dripMin} min, then wash ${times}.`;
  }
  function more(): string {
    if (!plan || !request) return 'Surface and walls set every time that follows.';
    const refused = findings.find(({ level }) => level === 'refused');
    if (refused) return refused.message;
    if (!plan.wash.ok) return plan.wash.refusal.message;
    const doneMs = draftPlan?.endMs[DRAFT_ID];
    const late = draftPlan?.lateOf({ id: DRAFT_ID, dueAtMs: draft.dueAtMs });
    return doneMs === undefined
      ? ''
      : `Done about ${dayAndClock(doneMs)}, after what hangs already${late ? `: ${late}` : ''}.`;
  }
}
