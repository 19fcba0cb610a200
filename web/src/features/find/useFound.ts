import type { FindQuery } from '@north-step/contract';
import { useSearchParams } from 'react-router';

/** What is looked for, by its name in the address. */
const IN_ADDRESS = {
  q: 'search',
  resin: 'cardId',
  lot: 'lot',
  bath: 'bath',
  lamp: 'lamp',
  by: 'by',
  for: 'customer',
  ended: 'outcome',
  first: 'firstLook',
} as const satisfies Readonly<Record<string, keyof FindQuery>>;
const FOUND_NAMES = [...Object.keys(IN_ADDRESS), 'since', 'until'];
/** An address in which nothing is looked for. */
export const NOTHING: Readonly<Record<string, undefined>> = Object.fromEntries(
  FOUND_NAMES.map((name) => [name, undefined]),
);

/** A day of the address begins at its midnight; a filling of a bath at its moment. @returns ms */
function momentOf(text: string | null, endOfDay: boolean): number | undefined {
  if (text === null || text === '') return undefined;
  if (/^\d{10,}$/.test(text)) return Number(text);
  const at = new Date(`${text}T00:00:00`);
  if (endOfDay) at.setDate(at.getDate() + 1);
  return Number.isNaN(at.getTime()) ? undefined : at.getTime();
}

/** What of an address is looked for. */
export function foundOf(params: URLSearchParams): FindQuery {
  const given = Object.entries(IN_ADDRESS).flatMap(([name, field]) => {
    const value = params.get(name);
    return value ? [[field, value] as const] : [];
  });
  const [fromMs, toMs] = [momentOf(params.get('since'), false), momentOf(params.get('until'), true)];
  return {
    ...(Object.fromEntries(given) as FindQuery),
    ...(fromMs !== undefined && { fromMs }),
    ...(toMs !== undefined && { toMs }),
  };
}

/** What is looked for is kept in the address; a change begins at the first page. */
export function useFound() {
  const [params, setParams] = useSearchParams();
  const set = (next: Readonly<Record<string, string | undefined>>) =>
    setParams(
      (now) => {
        const merged: Readonly<Record<string, string | undefined>> = {
          ...Object.fromEntries(now),
          from: undefined,
          find: undefined,
          ...next,
        };
        return Object.entries(merged).flatMap(([name, value]) => (value ? [[name, value] as [string, string]] : []));
      },
      { replace: true },
    );
  const count = FOUND_NAMES.filter((name) => name !== 'q' && params.get(name)).length;
  return { params, set, count, found: foundOf(params) };
}

/** A query as an address takes it. */
export const asString = (query: object): Record<string, string> =>
  Object.fromEntries(Object.entries(query).map(([name, value]) => [name, String(value)]));
