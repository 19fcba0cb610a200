import type { BenchReply, Resin, RouteVersion } from '@north-step/contract';
import { bindRoute, checkRoute, orderRefusal, routeFile } from '@north-step/core/route';
import { useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { useKeys } from '../../shell/useKeys.ts';
import { useBenchQuery, useResinsQuery, useRouteQuery } from '../../store/api.ts';
import { Failed, isUnknown, Loading, NoSuch, TextField } from '../../ui/index.ts';
import { SlimBand, SlimButton } from '../next/index.ts';
import { Judgement } from './Judgement.tsx';
import { Palette } from './Palette.tsx';
import { StepList } from './StepList.tsx';
import { useRouteDraft } from './useRouteDraft.ts';

/** One route: built from the palette, judged while it is built, saved as its next version. */
export function RoutePage() {
  const { routeId = 'new' } = useParams();
  const isNew = routeId === 'new';
  const { data, isError, error, refetch } = useRouteQuery(routeId, { skip: isNew });
  const bench = useBenchQuery();
  const resins = useResinsQuery();
  if (isError && !data && isUnknown(error)) return <NoSuch what="route" to="/routes" />;
  if (isError && !data) return <Failed what="that route" onRetry={() => void refetch()} />;
  if ((!isNew && !data) || !bench.data || !resins.data) return <Loading what="the route" />;
  const newest = data?.versions[0]?.route;
  return (
    <Builder
      key={`${routeId} ${newest?.version ?? 0}`}
      versions={isNew ? [] : (data?.versions ?? [])}
      bench={bench.data}
      resins={resins.data.resins}
    />
  );
}

type BuilderProps = {
  readonly versions: readonly RouteVersion[];
  readonly bench: BenchReply;
  readonly resins: readonly Resin[];
};

function Builder({ versions, bench, resins }: BuilderProps) {
  const from = versions[0]?.route;
  const draft = useRouteDraft(from);
  const navigate = useNavigate();
  const [cardId, setCardId] = useState('');
  const card = resins.find((one) => one.card.id === cardId)?.card;
  const bound = bindRoute(draft.route, bench.bench, { card });
  const findings = checkRoute(draft.route, { card, bench: bench.bench });
  // what this bench lacks may stand on another; what holds for one resin is said when it is hung
  const refusal = orderRefusal(draft.route, bench.bench);
  const unnamed = draft.name.trim() === '';
  const ready = !refusal && !unnamed && (draft.changed || !from) && !draft.saving;
  const save = async (asNew = false) => {
    const saved = await draft.save(asNew);
    if (saved) await navigate(`/routes/${saved.id}`, { replace: true });
  };
  useKeys({ s: () => ready && void save() });
  return (
    <>
      <SlimBand
        say={draft.name.trim() || 'A new route'}
        more={refusal ? refusal.message : conclusion()}
        keys={
          <SlimButton
            keyName="S"
            label={from ? `Save as version ${from.version + 1}` : 'Save the route'}
            disabled={!ready}
            onPress={() => void save()}
          />
        }
      />
      {draft.refusal && (
        <p role="alert" className="border-b-[1.5px] border-brick bg-panel px-[18px] py-2">
          <b className="text-brick">Not saved. </b>
          {draft.refusal.message} {draft.refusal.remedy} Your steps are still here.
        </p>
      )}
      <div className="grid grid-cols-[330px_1fr_330px] max-lg:grid-cols-1">
        <Palette onAdd={draft.add} />
        <section aria-label="The route" className="min-w-0 border-r border-line px-[18px] py-3">
          <AboutIt draft={draft} isNew={!from} />
          <StepList draft={draft} findings={findings} bound={bound} bench={bench.bench} />
          {from && (
            <KeepElsewhere
              route={from}
              mayCopy={!refusal && !unnamed && draft.name !== from.name}
              onCopy={() => void save(true)}
            />
          )}
        </section>
        <Judgement
          draft={draft}
          findings={findings}
          resins={resins}
          cardId={cardId}
          onCard={setCardId}
          versions={versions}
        />
      </div>
    </>
  );

  function conclusion(): string {
    if (unnamed) return 'Give it a name.';
    if (!from) return `${draft.steps.length} steps, in an order that can be run.`;
    return draft.changed ? 'Changed; nothing is saved yet.' : `Version ${from.version}. ${from.note}`;
  }
}

type AboutItProps = { readonly draft: ReturnType<typeof useRouteDraft>; readonly isNew: boolean };
/** What it is called, what for, and why it is changed. */
function AboutIt({ draft, isNew }: AboutItProps) {
  return (
    <div className="mb-3 grid grid-cols-2 gap-3 max-md:grid-cols-1">
      <label className="block">
        <span className="label">Name</span>
        <input
          className="field font-bold"
          maxLength={80}
          value={draft.name}
          onChange={(e) => draft.setName(e.target.value)}
        />
      </label>
      <label className="block">
        <span className="label">Why it is changed</span>
        <input
          className="field"
          maxLength={200}
          placeholder={isNew ? 'made' : 'steps changed'}
          value={draft.changeNote}
          onChange={(e) => draft.setChangeNote(e.target.value)}
        />
      </label>
      <TextField
        label="What it is for"
        className="col-span-full"
        longest={500}
        rows={2}
        value={draft.note}
        onChange={draft.setNote}
      />
    </div>
  );
}

type KeepElsewhereProps = {
  readonly route: RouteVersion['route'];
  readonly mayCopy: boolean;
  readonly onCopy: () => void;
};
/** As another route, or as a file. */
function KeepElsewhere({ route, mayCopy, onCopy }: KeepElsewhereProps) {
  return (
    <>
      <button type="button" className="btn mt-3" disabled={!mayCopy} onClick={onCopy}>
        Save as another route
      </button>
      <a
        className="btn mt-3 ml-3"
        download={`${route.id}.route.json`}
        href={`data:application/json,${encodeURIComponent(JSON.stringify(routeFile(route), null, 2))}`}
      >
        Save it to a file
      </a>
    </>
  );
}
