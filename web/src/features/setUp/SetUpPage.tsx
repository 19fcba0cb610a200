import { benchOf } from '@north-step/core/setUp';
import { lazy, Suspense, useEffect, useRef, useState } from 'react';
import { Navigate, useNavigate } from 'react-router';
import { useBenchQuery } from '../../store/api.ts';
import { workedBy } from '../../store/here.ts';
import { useAppDispatch } from '../../store/store.ts';
import { Loading } from '../../ui/index.ts';
import { SlimBand, useDo } from '../next/index.ts';
import { BathsStep } from './BathsStep.tsx';
import { BenchStep } from './BenchStep.tsx';
import { type Draft, shopOf, useDraft } from './draft.ts';
import { LightsStep } from './LightsStep.tsx';
import { ResinsStep } from './ResinsStep.tsx';
import { PeopleStep, WorkshopStep } from './steps.tsx';
import { usualFillMl } from './usualFill.ts';

const TakeShop = lazy(async () => ({ default: (await import('../records/index.ts')).TakeShop }));
const STEPS = [
  { title: 'The workshop', Step: WorkshopStep },
  { title: 'Who works here', Step: PeopleStep },
  { title: 'What stands on the bench', Step: BenchStep },
  { title: 'Its light', Step: LightsStep },
  { title: 'Resins', Step: ResinsStep },
  { title: 'What is in the baths', Step: BathsStep },
] as const;
/** Of alcohols the strength counts; water and detergent have none. */
const STRONG = new Set(['isopropanol', 'ethanol']);

/** An empty database opens here: six short pages, each with an answer in it already, that can be left and come back to. */
export function SetUpPage() {
  const bench = useBenchQuery().data;
  const { draft, set, forget } = useDraft();
  const acts = useDo();
  const navigate = useNavigate();
  const dispatch = useAppDispatch();
  const [busy, setBusy] = useState(false);
  const form = useRef<HTMLFormElement>(null);
  const { step } = draft;
  // each page begins in its first answer; the address bar keeps the focus until the first is left
  const seen = useRef(step);
  useEffect(() => {
    if (seen.current === step) return;
    seen.current = step;
    const one = (selector: string) => form.current?.querySelector<HTMLElement>(selector);
    const first = one('[data-step] input:checked') ?? one('[data-step] input') ?? one('[type="submit"]');
    first?.focus();
  }, [step]);
  if (!bench) return <Loading what="the workshop" />;
  if (bench.stations.length > 0 && !busy) return <Navigate to="/" replace />;
  const at = Math.min(draft.step, STEPS.length - 1);
  const { title, Step } = STEPS[at]!;
  const last = at === STEPS.length - 1;
  const shop = shopOf(draft);
  const lacks =
    shop.resins.length === 0 ? 'Name at least one resin first: its bottle says what it is called.' : undefined;
  const begin = async () => {
    setBusy(true);
    const answer = await acts.send('shop.set-up', {}, shop);
    if (!answer?.ok) return setBusy(false);
    for (const fill of fillsOf(draft)) await acts.send('solvent.fill', {}, fill);
    dispatch(workedBy(shop.people[0]!.name));
    forget();
    await navigate('/');
  };
  const go = (to: number) => set({ step: to });
  return (
    <>
      <SlimBand
        say={`Set up, ${at + 1} of ${STEPS.length}: ${title}`}
        more="Everything has an answer already; change what you know better."
      />
      {at === 0 && (
        <details className="mx-auto max-w-[820px] px-[18px] pt-3">
          <summary className="min-h-11 w-fit cursor-pointer content-center underline">
            This shop comes from another North Step: take its export in
          </summary>
          <Suspense>
            <TakeShop onTaken={() => window.location.assign('/')} />
          </Suspense>
        </details>
      )}
      <form
        ref={form}
        className="mx-auto max-w-[820px] px-[18px] py-4"
        onSubmit={(event) => {
          event.preventDefault();
          if (last) void begin();
          else go(at + 1);
        }}
      >
        <ol className="mb-4 flex flex-wrap gap-x-4 text-sm" aria-label="Pages of setting up">
          {STEPS.map(({ title: name }, i) => (
            <li key={name}>
              <button
                type="button"
                className={`min-h-11 ${i === at ? 'font-bold' : 'underline'}`}
                aria-current={i === at ? 'step' : undefined}
                onClick={() => go(i)}
              >
                {i + 1} {name}
              </button>
            </li>
          ))}
        </ol>
        <div data-step>
          <Step draft={draft} set={set} />
        </div>
        {last && lacks && (
          <p role="alert" className="mt-3 border-l-4 border-brick pl-3 text-brick">
            {lacks}
          </p>
        )}
        <p className="mt-6 flex gap-3">
          <button type="submit" className="btn btn-sea" disabled={busy || (last && lacks !== undefined)}>
            {last ? 'Open the bench' : 'Next'}
          </button>
          {at > 0 && (
            <button type="button" className="btn" onClick={() => go(at - 1)}>
              Back
            </button>
          )}
        </p>
      </form>
    </>
  );
}

/** What was poured in just now, by the baths of the bench that was chosen. */
function fillsOf({ bench, also, filledMl, strengthPct }: Draft) {
  const baths = benchOf(bench, also).vessels.filter(({ kind }) => kind === 'bath');
  return baths.flatMap(({ id, capacityMl, solvent }, i) => {
    const volumeMl = filledMl[i] ?? usualFillMl(capacityMl);
    return volumeMl > 0 ? [{ vesselId: id, volumeMl, ...(STRONG.has(solvent) ? { strengthPct } : {}) }] : [];
  });
}
