import type { Resin, RouteVersion } from '@north-step/contract';
import { DOSES, type Dose, type Finding, type Route, schoolsOf } from '@north-step/core/route';
import { useId } from 'react';
import { dayAndClock } from '../../shell/useNow.ts';
import { Choice } from '../../ui/index.ts';
import { QUESTIONS } from './RoutesPage.tsx';
import { LEVEL_LOOK } from './StepRow.tsx';
import type { RouteDraft } from './useRouteDraft.ts';

const DOSE_TEXT: Readonly<Record<Dose, string>> = {
  look: 'as the resin is used',
  'touch-dry': 'touch-dry, likely at the first look',
  low: 'always low, look, add',
  card: 'the card’s time',
  strong: 'strong',
  long: 'long',
};

/** What the rules say of the order. */
export function Findings({ findings }: { readonly findings: readonly Finding[] }) {
  if (findings.length === 0) return <p className="text-ink-2">Nothing speaks against this order.</p>;
  return (
    <ul aria-label="What the rules say" className="space-y-2">
      {findings.map((finding) => (
        <li key={finding.code + finding.step} className={`border-l-4 pl-3 ${LEVEL_LOOK[finding.level].split(' ')[0]}`}>
          <b className={finding.level === 'refused' ? 'text-brick' : ''}>{finding.level}: </b>
          {finding.message} {finding.remedy && <b>{finding.remedy}</b>}
        </li>
      ))}
    </ul>
  );
}

type JudgementProps = {
  readonly draft: RouteDraft;
  readonly findings: readonly Finding[];
  readonly resins: readonly Resin[];
  readonly cardId: string;
  readonly onCard: (cardId: string) => void;
  readonly versions: readonly RouteVersion[];
};

/** What speaks for and against the order, which schools it follows, and how it came to be. */
export function Judgement({ draft, findings, resins, cardId, onCard, versions }: JudgementProps) {
  const id = useId();
  const schools = schoolsOf(draft.route);
  return (
    <section aria-label="What it means" className="min-w-0 px-[18px] py-3">
      <label htmlFor={id} className="label">
        Judge it for
      </label>
      <select id={id} className="field mb-3" value={cardId} onChange={(event) => onCard(event.target.value)}>
        <option value="">any resin</option>
        {resins.map(({ card }) => (
          <option key={card.id} value={card.id}>
            {card.name}
          </option>
        ))}
      </select>
      <Findings findings={findings} />
      <h2 className="mt-4 text-lg font-bold">Light</h2>
      <Choice
        label="How long to cure"
        value={draft.dose}
        options={DOSES.map((value) => ({ value, text: DOSE_TEXT[value] }))}
        onChange={draft.setDose}
      />
      <h2 className="mt-4 text-lg font-bold">Schools it follows</h2>
      <dl className="grid grid-cols-[110px_1fr] gap-y-0.5">
        {QUESTIONS.map(({ key, text }) => (
          <div key={key} className="contents">
            <dt className="text-ink-2">{text}</dt>
            <dd>{schools[key]}</dd>
          </div>
        ))}
      </dl>
      {versions.length > 0 && <Versions versions={versions} onTake={draft.take} />}
    </section>
  );
}

function Versions({
  versions,
  onTake,
}: {
  readonly versions: readonly RouteVersion[];
  readonly onTake: (route: Route) => void;
}) {
  return (
    <>
      <h2 className="mt-4 text-lg font-bold">Versions</h2>
      <ul>
        {versions.map(({ route, changeNote, atMs, by }) => (
          <li key={route.version} className="flex items-center gap-2 border-b border-line py-1">
            <span className="min-w-0 flex-1">
              <b>{route.version}</b> {changeNote}
              {atMs !== null && (
                <span className="text-ink-2">
                  {' '}
                  {by}, {dayAndClock(atMs)}
                </span>
              )}
            </span>
            <button type="button" className="min-h-11 underline" onClick={() => onTake(route)}>
              Take its steps
            </button>
          </li>
        ))}
      </ul>
    </>
  );
}
