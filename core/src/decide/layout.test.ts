import { describe, expect, it } from 'vitest';
import { applyEvent, type BatchState, currentStep } from '../batch/index.ts';
import type { BenchNow } from '../bench/index.ts';
import { newBatch } from '../plan/index.ts';
import { usualRoute } from '../route/index.ts';
import { play, testCard, testPart, threeBathBench, twoLineBench } from '../testing/index.ts';
import { decideRenamedPlace, decideRetiredPlace } from './index.ts';

const now = { atMs: 9_000_000, by: 'Mara V.' };
const hung = (bench: BenchNow): BatchState => {
  const asked = { card: testCard, part: testPart, bench };
  const request = { ...asked, count: 2, dripS: 300, plateAreaMm2: 5000, route: usualRoute(asked) };
  return newBatch(request, { id: 'b', name: 'Tern 1', lot: 'L', createdAtMs: 0 });
};
const until = (bench: BenchNow, kind: string) =>
  play(hung(bench), (batch) => currentStep(batch)?.kind === kind, 0, bench).batch;
const retire = (batch: BatchState, bench: BenchNow, id: string) =>
  decideRetiredPlace(batch, bench.stations.find((station) => station.id === id)!, bench, now);
const code = (retired: ReturnType<typeof retire>) => (retired.ok ? 'ok' : retired.refusal.code);
const washes = ({ steps }: BatchState) => steps.filter(({ kind }) => kind === 'wash').map(({ station }) => station);

describe('a station goes', () => {
  it('not while the parts are there', () => {
    expect(code(retire(until(threeBathBench, 'wash'), threeBathBench, 'rail'))).toBe('PARTS_THERE');
  });
  it('not where the light is planned', () => {
    const batch = hung(threeBathBench);
    const lamp = batch.steps.find(({ kind }) => kind === 'cure')!.station;
    expect(code(retire(batch, threeBathBench, lamp))).toBe('LIGHT_PLANNED');
  });
  it('a bath: what was planned in it goes to the one that now stands in its place of the line', () => {
    const batch = hung(threeBathBench);
    expect(washes(batch)).toEqual(['a', 'b', 'c']);
    const retired = retire(batch, threeBathBench, 'c');
    if (!retired.ok) throw new Error(retired.refusal.message);
    const after = retired.value.reduce<BatchState>(applyEvent, batch);
    expect(washes(after)).toEqual(['a', 'b', 'b']);
    expect(after.steps.filter(({ kind }) => kind === 'wash').map(({ title }) => title)).toEqual([
      'Bath A',
      'Bath B',
      'Bath B',
    ]);
  });
  it('not where nothing else does for it, and says what to add', () => {
    const jar = {
      ...twoLineBench,
      lines: twoLineBench.lines.map((line) => ({ ...line, baths: line.baths.slice(0, 1) })),
    };
    const only: BenchNow = {
      ...jar,
      stations: jar.stations.filter(({ id }) => id !== 'a2'),
      baths: { a1: jar.baths.a1! },
    };
    const retired = retire(hung(only), only, 'a1');
    expect(code(retired)).toBe('NO_OTHER_PLACE');
    if (!retired.ok) expect(retired.refusal.remedy).toMatch(/^Add the .*bath of a line, or finish Tern 1 first\.$/);
  });
  it('nothing is changed of a batch that was never to go there', () => {
    expect(retire(hung(twoLineBench), twoLineBench, 'w1')).toEqual({ ok: true, value: [] });
  });
});

describe('a station is called otherwise', () => {
  it('what is to be done there is called so; what is done keeps its name', () => {
    const batch = until(threeBathBench, 'dry');
    const bench: BenchNow = {
      ...threeBathBench,
      baths: { ...threeBathBench.baths, a: { ...threeBathBench.baths.a!, name: 'Grey' } },
    };
    expect(decideRenamedPlace(batch, 'a', bench, now)).toEqual([]);
    const fresh = hung(threeBathBench);
    const after = decideRenamedPlace(fresh, 'a', bench, now).reduce<BatchState>(applyEvent, fresh);
    expect(after.steps.find(({ station }) => station === 'a')!.title).toBe('Grey');
  });
});
