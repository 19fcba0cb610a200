import type { BatchList, SheetLook } from '@north-step/contract';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { sql } from '../db/index.ts';
import { TestBench } from '../testing/bench.ts';

let t: TestBench;
beforeAll(async () => {
  t = await TestBench.open();
  await t.fillBaths();
});
afterAll(() => t.close());

const HEAD = 'Part,Resin,Lot,Pieces,Surface (cm²),Height,Customer,Priority';
const GOOD = ['cap,Test Grey,A1,4,90,40,Skarv Survey,rush', 'fin,grey,A1,2,"12,5",25,,'];
const look = async (kind: string, text: string, columns?: object): Promise<SheetLook> => {
  const payload = { text, ...(columns && { columns }) };
  const headers = { host: 'localhost' };
  return (await t.app.inject({ method: 'POST', url: `/api/sheets/${kind}/look`, payload, headers })).json();
};
const count = async (table: 'batch' | 'reading') =>
  Number((await t.db.one<{ n: bigint }>({ text: `SELECT count(*) AS n FROM ${table}`, values: [] })).n);

describe('batches from a spreadsheet', () => {
  it('are tried whole without a trace, then hung as if by hand, all under one command', async () => {
    const text = [HEAD, ...GOOD].join('\n');
    expect(await look('batches', text)).toMatchObject({
      rows: 2,
      problems: [],
      columns: { count: 'Pieces', areaCm2: 'Surface (cm²)' },
    });
    expect(await count('batch')).toBe(0);
    const commandId = crypto.randomUUID();
    expect((await t.post('/api/sheets', { sheet: 'batches', text }, commandId)).body).toEqual({ rows: 2 });
    // a second press of the same is the first
    expect((await t.post('/api/sheets', { sheet: 'batches', text }, commandId)).body).toEqual({ rows: 2 });
    const { rows } = await t.get<BatchList>('/api/batches?sort=oldest');
    expect(rows.map(({ pieces, customer, priority }) => [pieces, customer, priority])).toEqual([
      ['4 × cap', 'Skarv Survey', 'rush'],
      ['2 × fin', null, 'usual'],
    ]);
    const { rows: again } = await t.get<BatchList>('/api/batches?limit=1');
    const batch = (await t.bench()).open.find(({ id }) => id === again[0]!.id)!;
    expect((await t.workOn(batch)).recordHash).toBeDefined();
  });
  it('half of which cannot be, come in not at all; every row is named', async () => {
    const before = await count('batch');
    const bad = ['cap,Test Blue,A1,4,90,40,,', 'cap,Test Grey,Z9,4,90,40,,', 'cap,Test Grey,A1,none,90,40,,'];
    const text = [HEAD, ...GOOD, ...bad].join('\n');
    const { problems } = await look('batches', text);
    expect(problems.map(({ row, field }) => [row, field])).toEqual([
      [3, 'resin'],
      [4, 'lot'],
      [5, 'count'],
    ]);
    const { status, body } = await t.post('/api/sheets', { sheet: 'batches', text });
    expect([status, body.error.code, body.error.field]).toEqual([422, 'BAD_SHEET', 'resin']);
    expect(body.error.message).toContain('And 2 more.');
    expect(await count('batch')).toBe(before);
  });
  it.each<[string, string, number, number | undefined, object | undefined]>([
    ['no rows', HEAD, 0, undefined, undefined],
    ['a row that is too long', `${HEAD}\na,b,c,d,e,f,g,h,i,j`, 1, 1, undefined],
    ['a head that is not in it', `${HEAD}\n${GOOD[0]}`, 1, undefined, { part: 'Teil' }],
    ['too many rows', [HEAD, ...Array.from({ length: 201 }, () => GOOD[0])].join('\n'), 201, undefined, undefined],
  ])('with %s are told so', async (_, text, rows, row, columns) => {
    const told = await look('batches', text, columns);
    expect(told.rows).toBe(rows);
    if (rows > 0) expect(told.problems[0]!.row).toBe(row);
  });
});

describe('readings from a spreadsheet', () => {
  it('are taken at their hour, of any kind; what a kind needs and lacks is named', async () => {
    t.wait(7200);
    const at = (ms: number) => new Date(ms).toISOString();
    const head = 'bath,when,kind,sampleMl,residueG,note';
    const rows = [
      `Wash 1,${at(t.clock.nowMs - 3_600_000)},residue,10,0.2,morning`,
      `w2,${at(t.clock.nowMs - 60_000)},residue,10,0.01,`,
    ];
    const lacks = [
      `Wash 1,${at(t.clock.nowMs - 60_000)},residue,10,,`,
      `Wash 9,${at(t.clock.nowMs)},residue,10,0.1,`,
      `Wash 1,2020-01-01,residue,10,0.1,`,
    ];
    const { problems } = await look('readings', [head, ...rows, ...lacks].join('\n'));
    expect(problems.map(({ row, field }) => [row, field])).toEqual([
      [3, 'residueG'],
      [4, 'bath'],
      [5, 'takenAtMs'],
    ]);
    await t.must('/api/sheets', { sheet: 'readings', text: [head, ...rows].join('\n') });
    const kept = await t.db.many<{ vessel_id: string; note: string; load_pct: number }>(
      sql`SELECT vessel_id, note, load_pct FROM reading ORDER BY seq`,
    );
    expect(kept.map(({ vessel_id, note }) => [vessel_id, note])).toEqual([
      ['w1', 'morning'],
      ['w2', ''],
    ]);
    // 0.2 g in 10 mL of about 0.79 g/mL
    expect(kept[0]!.load_pct).toBeCloseTo(2.5, 0);
  });
});
