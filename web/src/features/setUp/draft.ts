import type { SetUpShop } from '@north-step/contract';
import type { Ways } from '@north-step/core/bench';
import { UNSAID_SKY } from '@north-step/core/light';
import type { Also, BenchFrom, LampSays } from '@north-step/core/setUp';
import { useState } from 'react';

type Resin = SetUpShop['resins'][number];
/** What is said so far, as it was typed. */
export type Draft = {
  readonly step: number;
  readonly workshop: string;
  readonly roomC: number;
  readonly humidityPct: number;
  readonly people: readonly SetUpShop['people'][number][];
  /** what its money is called; empty, nothing stands after prices */
  readonly currency: string;
  readonly ways: Ways;
  readonly bench: BenchFrom;
  /** what else stands there */
  readonly also: readonly Also[];
  /** names of the stations in walking order, once they were moved */
  readonly walk: readonly string[];
  /** of each lamp in its order, as far as it is known */
  readonly lights: readonly LampSays[];
  readonly latDeg: number;
  readonly lonDeg: number;
  readonly resins: readonly Resin[];
  /** by bath in its order: mL poured in just now, 0 for an empty one */
  readonly filledMl: readonly number[];
  readonly strengthPct: number;
};
export const RESIN: Resin = { name: '', family: 'standard opaque', lot: '1' };
const START: Draft = {
  step: 0,
  workshop: 'Workshop',
  roomC: 21,
  humidityPct: 50,
  people: [{ name: '', role: 'technician' }],
  currency: '',
  ways: {},
  bench: 'bath and lamp',
  also: [],
  walk: [],
  lights: [],
  latDeg: UNSAID_SKY.latDeg,
  lonDeg: UNSAID_SKY.lonDeg,
  resins: [RESIN],
  filledMl: [],
  strengthPct: 99,
};

const KEY = 'north-step.set-up';
function read(): Draft {
  try {
    return { ...START, ...(JSON.parse(localStorage.getItem(KEY) ?? '{}') as Partial<Draft>) };
  } catch {
    return START;
  }
}
/** What is being set up: kept through a reload, and while another page is looked at. */
export function useDraft() {
  const [draft, setDraft] = useState(read);
  const set = (over: Partial<Draft>) => {
    const next = { ...draft, ...over };
    setDraft(next);
    localStorage.setItem(KEY, JSON.stringify(next));
  };
  return { draft, set, forget: () => localStorage.removeItem(KEY) };
}

const named = <T extends { readonly name: string }>(all: readonly T[]): readonly T[] =>
  all.filter(({ name }) => name.trim() !== '');
/** What is sent: rows without a name are left out, and nobody is called a technician. */
export function shopOf(draft: Draft): SetUpShop {
  const { workshop, roomC, humidityPct, currency, ways, bench, also, walk, lights, latDeg, lonDeg } = draft;
  const people = named(draft.people);
  return {
    workshop: workshop.trim() || START.workshop,
    roomC,
    humidityPct,
    ...(currency.trim() ? { currency: currency.trim() } : {}),
    ways,
    bench,
    also: [...also],
    walk: [...walk],
    lights: [...lights],
    place: { latDeg, lonDeg },
    people: people.length > 0 ? [...people] : [{ name: 'Technician', role: 'technician' }],
    resins: named(draft.resins).map((resin) => ({ ...resin, name: resin.name.trim() })),
  };
}
