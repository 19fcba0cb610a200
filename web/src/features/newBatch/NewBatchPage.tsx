import { useNavigate } from 'react-router';
import { told } from '../../commands/outbox.ts';
import { useKeys } from '../../shell/useKeys.ts';
import { useNow } from '../../shell/useNow.ts';
import { useBenchQuery, usePaceQuery, useResinsQuery, useRoutesQuery } from '../../store/api.ts';
import { chose } from '../../store/here.ts';
import { useAppDispatch, useAppSelector } from '../../store/store.ts';
import { Failed, Loading } from '../../ui/index.ts';
import { SlimBand, SlimButton } from '../next/index.ts';
import { batchWarnings } from './batchWarnings.ts';
import { PartColumn } from './PartColumn.tsx';
import { PlateColumn } from './PlateColumn.tsx';
import { type Draft, useNewBatch } from './useNewBatch.ts';
import { type Outlook, useOutlook } from './useOutlook.ts';
import { WhatWillHappen } from './WhatWillHappen.tsx';
import { conclusion, more } from './words.ts';

/** A file dropped here becomes a planned batch: what will happen stands beside it at once. */
export function NewBatchPage() {
  const bench = useBenchQuery();
  const resins = useResinsQuery();
  const routes = useRoutesQuery();
  const pace = usePaceQuery();
  const person = useAppSelector((state) => state.here.person);
  const known = { resins: resins.data?.resins ?? [], routes: routes.data?.routes ?? [] };
  const draft = useNewBatch({ bench: bench.data, ...known });
  const outlook = useOutlook(draft, bench.data, pace.data, useNow(10_000));
  const hang = useHangAndLeave(draft);
  useKeys({ Enter: hang });
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
      onDragOver={(event) => event.preventDefault()}
      onKeyDown={(event) => {
        // Enter hangs it also from a field that was just filled in
        if (event.key !== 'Enter' || !(event.target instanceof HTMLInputElement)) return;
        event.preventDefault();
        hang();
      }}
      onDrop={(event) => {
        event.preventDefault();
        draft.plate.take([...event.dataTransfer.files]);
      }}
    >
      <NewBatchBand draft={draft} outlook={outlook} onHang={hang} />
      <div className="grid grid-cols-[412px_356px_1fr] max-lg:grid-cols-1">
        <PartColumn draft={draft} />
        <PlateColumn draft={draft} {...known} pace={pace.data?.people.find(({ name }) => name === person)} />
        <WhatWillHappen
          request={draft.request}
          plan={outlook.plan}
          findings={[...outlook.findings, ...outlook.fit]}
          warnings={batchWarnings(draft.resin?.card, outlook.plan, bench.data, known.resins)}
        />
      </div>
    </div>
  );
}

function NewBatchBand({
  draft,
  outlook,
  onHang,
}: {
  readonly draft: Draft;
  readonly outlook: Outlook;
  readonly onHang: () => void;
}) {
  return (
    <>
      <SlimBand
        say={conclusion(draft, outlook)}
        more={more(outlook)}
        keys={
          <>
            {draft.begun && <SlimButton label="Start anew" onPress={draft.startAnew} />}
            <SlimButton
              keyName="Enter"
              label={draft.saving ? 'Storing …' : `Put on the ${outlook.firstPlace}`}
              disabled={!draft.request || draft.saving || draft.plate.busy}
              onPress={onHang}
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
    </>
  );
}

/** Hung, the bench is shown with the new batch chosen. */
function useHangAndLeave({ hang }: Draft): () => void {
  const navigate = useNavigate();
  const dispatch = useAppDispatch();
  return () =>
    void (async () => {
      const hung = await hang();
      if (!hung) return;
      dispatch(chose(hung.id));
      dispatch(told({ text: `${hung.name} is hung, and chosen`, atMs: Date.now(), undoes: [] }));
      await navigate('/');
    })();
}
