import type { CardReply, Resin } from '@north-step/contract';
import {
  CARD_GROUPS,
  type CardDifference,
  type CardLine,
  cardLines,
  compareCards,
  type ResinCard,
} from '@north-step/core/resin';
import { procedureRoute, stepType } from '@north-step/core/route';
import { clockText } from '@north-step/core/units';
import { useId, useState } from 'react';
import { useParams } from 'react-router';
import { dayAndClock } from '../../shell/useNow.ts';
import { useCardQuery, useResinsQuery } from '../../store/api.ts';
import { Failed, HeadRow, isUnknown, Loading, NoSuch } from '../../ui/index.ts';
import { SlimBand, SlimButton } from '../next/index.ts';
import { CardEditor } from './CardEditor.tsx';
import { CardForm } from './CardForm.tsx';
import { LampWindows } from './LampWindows.tsx';
import { Lots } from './Lots.tsx';
import { Recesses } from './Recesses.tsx';
import { GROUP_WORDS } from './words.ts';

/** One resin: its card, what differs from another, its versions, and the batches that stand behind each. */
export function ResinPage() {
  const { cardId = '' } = useParams();
  const { data, isError, error, refetch } = useCardQuery(cardId);
  const resins = useResinsQuery();
  const [editing, setEditing] = useState<'form' | { readonly asText: ResinCard }>();
  if (isError && !data && isUnknown(error)) return <NoSuch what="resin card" to="/resins" />;
  if (isError && !data) return <Failed what="that resin card" onRetry={() => void refetch()} />;
  if (!data || !resins.data) return <Loading what="the resin card" />;
  const newest = data.versions[0]!;
  return (
    <>
      <SlimBand
        say={`${newest.card.name}, card ${newest.card.version}`}
        more={`${evidenceOf(data)} The maker’s data sheet decides.`}
        keys={<SlimButton label="Change the card" onPress={() => setEditing('form')} />}
      />
      {newest.card.procedure && (
        <p className="border-b border-line px-[18px] py-2">
          <b>Validated procedure.</b> {newest.card.procedure.reference}: its times are exact, nothing is computed over
          them, and what is done otherwise is noted as a deviation.
          <Procedure card={newest.card} />
        </p>
      )}
      <div className="grid grid-cols-[1fr_400px] max-lg:grid-cols-1">
        <CardTable card={newest.card} versions={data.versions} resins={resins.data.resins} />
        <Versions reply={data} />
      </div>
      {editing === 'form' && (
        <CardForm
          card={newest.card}
          onClose={() => setEditing(undefined)}
          onAsText={(asText) => setEditing({ asText })}
        />
      )}
      {typeof editing === 'object' && <CardEditor card={editing.asText} onClose={() => setEditing(undefined)} />}
    </>
  );
}

/** Its order of work with the exact times, in one line that can be read aloud. */
function Procedure({ card }: { readonly card: CardReply['versions'][number]['card'] }) {
  const steps = procedureRoute(card)?.steps ?? [];
  return (
    <span className="mt-1 block">
      {steps.map(({ type, seconds, medium }, i) => (
        <span key={i}>
          {i > 0 && ' · '}
          {stepType(type).title}
          {seconds !== undefined && <b className="font-mono"> {clockText(seconds)}</b>}
          {medium && medium !== 'air' && ` under ${medium}`}
        </span>
      ))}
    </span>
  );
}

function evidenceOf({ versions }: CardReply): string {
  const sum = (of: 'batches' | 'good' | 'tacky' | 'tinted') => versions.reduce((all, version) => all + version[of], 0);
  const batches = sum('batches');
  if (batches === 0) return 'No batch has run it here: every value is the card’s own.';
  return `${batches} batches ran it: ${sum('good')} came out good, ${sum('tacky')} tacky at first, ${sum('tinted')} tinted.`;
}

type CardTableProps = {
  readonly card: ResinCard;
  readonly versions: CardReply['versions'];
  readonly resins: readonly Resin[];
};

const GROUPS = [...CARD_GROUPS, 'constants'] as const;

/** Every field in groups; beside it the same field of another version or resin, what differs in bold. */
function CardTable({ card, versions, resins }: CardTableProps) {
  const id = useId();
  const [otherKey, setOtherKey] = useState('');
  const others = [
    ...versions.slice(1).map((version) => ({
      key: `v${version.card.version}`,
      text: `card ${version.card.version}`,
      card: version.card,
    })),
    ...resins
      .filter((resin) => resin.card.id !== card.id)
      .map((resin) => ({ key: resin.card.id, text: resin.card.name, card: resin.card })),
  ];
  const other = others.find(({ key }) => key === otherKey)?.card;
  const differs = new Map((other ? compareCards(other, card) : []).map((line) => [line.field, line]));
  const gone = [...differs.values()].filter(({ after }) => after === undefined);
  const lines: readonly CardLine[] = [...cardLines(card), ...gone.map((line) => ({ ...line, value: 'not given' }))];
  const heads = [
    'field',
    `card ${card.version}`,
    ...(other ? [other.id === card.id ? `card ${other.version}` : other.name] : []),
  ];
  return (
    <section aria-label="The card" className="min-w-0 border-r border-line px-[18px] py-3">
      <label htmlFor={id} className="flex items-center gap-3">
        <span className="text-ink-2">beside</span>
        <select id={id} className="field w-auto" value={otherKey} onChange={(event) => setOtherKey(event.target.value)}>
          <option value="">nothing</option>
          {others.map(({ key, text }) => (
            <option key={key} value={key}>
              {text}
            </option>
          ))}
        </select>
        {other && <span>{differs.size === 1 ? '1 field differs' : `${differs.size} fields differ`}</span>}
      </label>
      {GROUPS.map((group) => {
        const rows = lines.filter((line) => line.group === group);
        if (rows.length === 0) return null;
        return group === 'constants' ? (
          <details key={group} className="mt-3" open={rows.some(({ field }) => differs.has(field))}>
            <summary className="min-h-11 cursor-pointer py-2 font-bold">{GROUP_WORDS[group]}</summary>
            <Rows rows={rows} other={other} differs={differs} heads={heads} />
            <p className="mt-2 text-[13px] text-ink-2">
              Invented defaults of the family until coupons and looks correct them; never measurements.
            </p>
          </details>
        ) : (
          <section key={group} aria-label={GROUP_WORDS[group]}>
            <h2 className="mt-3 font-bold">{GROUP_WORDS[group]}</h2>
            <Rows rows={rows} other={other} differs={differs} heads={heads} />
          </section>
        );
      })}
    </section>
  );
}

type RowsProps = {
  readonly rows: readonly CardLine[];
  readonly heads: readonly string[];
  readonly other?: ResinCard | undefined;
  readonly differs: ReadonlyMap<string, CardDifference>;
};
/** Fields of one group; what differs stands out. */
const Rows = ({ rows, heads, other, differs }: RowsProps) => (
  <table className="table-plain w-full table-fixed">
    {other && <HeadRow names={heads} />}
    <tbody>
      {rows.map(({ field, label, value }) => {
        const difference = differs.get(field);
        return (
          <tr key={field} className={difference ? 'bg-liquid' : ''}>
            <th scope="row" className="text-left font-normal text-ink-2">
              {label}
            </th>
            <td className={difference ? 'font-bold' : ''}>{value}</td>
            {other && <td>{difference ? (difference.before ?? 'not given') : 'the same'}</td>}
          </tr>
        );
      })}
    </tbody>
  </table>
);

function Versions({ reply }: { readonly reply: CardReply }) {
  return (
    <section aria-label="Versions and evidence" className="px-[18px] py-3">
      <Lots cardId={reply.versions[0]!.card.id} lots={reply.lots} usedUp={reply.usedUp} />
      <h2 className="mt-4 text-lg font-bold">Versions</h2>
      <ul>
        {reply.versions.map(({ card, changeNote, atMs, by, batches, good, tacky, tinted }) => (
          <li key={card.version} className="border-b border-line py-2">
            <b>card {card.version}</b> {changeNote}
            {atMs !== null && (
              <span className="text-ink-2">
                {' '}
                {by}, {dayAndClock(atMs)}
              </span>
            )}
            <span className="block text-sm text-ink-2">
              {batches === 0
                ? 'no batches yet'
                : `${batches} batches: ${good} good, ${tacky} tacky at first, ${tinted} tinted`}{' '}
              ·{' '}
              <a className="underline" href={`/api/resins/${card.id}/card.json?version=${card.version}`}>
                save as JSON
              </a>
            </span>
          </li>
        ))}
      </ul>
      <LampWindows card={reply.versions[0]!.card} />
      <Recesses card={reply.versions[0]!.card} />
      <p className="mt-4 text-sm text-ink-2">
        Files follow a{' '}
        <a className="underline" href="/api/resins/card.schema.json">
          published schema
        </a>
        .
      </p>
    </section>
  );
}
