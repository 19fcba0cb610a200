import type { BatchReply, LaterReply, RecordList } from '@north-step/contract';
import type { BatchState } from '@north-step/core/batch';
import type { SealedRecord } from '@north-step/core/record';
import { verifyBundle, verifyRecords } from '@north-step/core/verify';
import { strFromU8, unzipSync, zipSync } from 'fflate';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { sql } from '../db/index.ts';
import { at, TestBench } from '../testing/bench.ts';
import { sha256 } from './index.ts';

let t: TestBench;
let sealed: BatchState;
beforeAll(async () => {
  t = await TestBench.open();
  await t.fillBaths();
  const batch = await t.newBatch({ customer: 'Skarv Survey', note: 'ours alone' });
  await t.must(`/api/batches/${batch.id}/flag`, { note: 'a scratch, the lead knows' });
  await t.must(`/api/batches/${batch.id}/flag`, { note: null, answer: 'let it go' });
  sealed = await t.workOn(batch);
});
afterAll(() => t.close());
const file = async (url: string) => t.app.inject({ url, headers: { host: 'localhost' } });

describe('what goes out with the parts', () => {
  it('is one page without what is for the workshop alone', async () => {
    const pdf = await file('/api/records/1/certificate.pdf');
    expect(pdf.headers['content-type']).toBe('application/pdf');
    const text = pdf.rawPayload.toString('latin1');
    expect(text.match(/\/Type \/Page\b(?!s)/g)).toHaveLength(1);
    expect(text).toContain('/FontFile');
    expect((await file('/api/records/9/certificate.pdf')).statusCode).toBe(404);
  });
  it('is a bundle that is checked anywhere; what is internal is in it only when asked for', async () => {
    const bytes = new Uint8Array((await file('/api/records/1/bundle.zip')).rawPayload);
    const verdict = verifyBundle(bytes, sha256);
    expect(verdict).toMatchObject({ breaches: [], records: [{ number: 1, hash: sealed.recordHash }] });
    const files = unzipSync(bytes);
    expect(Object.keys(files)).toEqual(
      expect.arrayContaining([
        'records.json',
        'certificate.pdf',
        'steps.csv',
        'light.csv',
        'hash.png',
        'manifest.json',
      ]),
    );
    const shown = Object.entries(files)
      .filter(([name]) => /json|csv|txt/.test(name))
      .map(([, data]) => strFromU8(data))
      .join('\n');
    for (const secret of ['ours alone', 'the lead knows', 'let it go']) expect(shown).not.toContain(secret);
    const whole = unzipSync(new Uint8Array((await file('/api/records/1/bundle.zip?internal=true')).rawPayload));
    expect(strFromU8(whole['records.json']!)).toContain('the lead knows');
    expect(Object.keys(whole)).toContain('record.pdf');
    const changed = zipSync({ ...files, 'steps.csv': new Uint8Array([1]) });
    expect(verifyBundle(changed, sha256).breaches).toEqual(['steps.csv: it is not what was packed']);
  });
});

describe('a correction', () => {
  it('is a record of its own behind the one that it names, which stays, and stands on the certificate', async () => {
    const sealed = await t.workOn(await t.newBatch());
    const made = () =>
      t.db.one<{ number: bigint; file: string }>(
        sql`SELECT number, file FROM record WHERE hash = ${sealed.recordHash}`,
      );
    const before = await made();
    const second = (await t.get<RecordList>('/api/records')).total + 1;
    const said = { about: 'lot', wrong: 'A1', right: 'B2', because: 'the label was misread' };
    const { corrections } = await t.must<LaterReply>(`/api/batches/${sealed.id}/corrections`, said);
    expect(corrections).toMatchObject([{ ...said, number: second, by: 'Ada B.' }]);
    expect(await made()).toEqual(before);
    const chain = (await file('/api/records/chain.json')).body;
    expect(verifyRecords(chain, sha256).breaches).toEqual([]);
    const bundle = (await file(`/api/records/${before.number}/bundle.zip`)).rawPayload;
    const { records } = verifyBundle(new Uint8Array(bundle), sha256);
    expect(records.map(({ number }) => number)).toEqual([Number(before.number), second]);
    const { rows } = await t.get<RecordList>('/api/records?kind=correction');
    expect(rows.map(({ number, batchName }) => [number, batchName])).toEqual([[second, sealed.name]]);
    const same = await t.post(`/api/batches/${sealed.id}/corrections`, { ...said, right: 'A1' });
    expect([same.status, same.body.error.code, same.body.error.field]).toEqual([409, 'SAME_VALUE', 'right']);
    const certificate = await t.post(`/api/batches/${(await t.newBatch()).id}/corrections`, said);
    expect(certificate.body.error.code).toBe('NOT_SEALED');
    expect((await file(`/api/records/${second}/certificate.pdf`)).json().error.code).toBe('NOT_CERTIFIED');
  });
});

describe('a batch that is given up', () => {
  it('is sealed with why and what was not done, its solvent booked; not while it lies in a bath', async () => {
    const washing = await t.step(await t.workOn(await t.newBatch(), at('wash')), 'start');
    const inBath = await t.post(`/api/batches/${washing.id}/scrap`, { because: 'layers came apart' });
    expect([inBath.status, inBath.body.error.code]).toEqual([409, 'STILL_IN']);
    t.wait(60);
    const wet = await t.step(washing, 'finish');
    const { batch } = await t.must<BatchReply>(`/api/batches/${wet.id}/scrap`, { because: 'layers came apart' });
    expect(batch).toMatchObject({
      scrapped: { because: 'layers came apart', by: 'Ada B.' },
      clingingMg: ['0', '0', '0'],
    });
    const record = await t.db.one<{ file: string }>(sql`SELECT file FROM record WHERE batch_id = ${wet.id}`);
    const { body, hash } = JSON.parse(record.file) as SealedRecord & { body: { notDone: string[]; outcome: string } };
    expect([body.outcome, hash]).toEqual(['scrapped', batch.recordHash]);
    expect(body.notDone.length).toBeGreaterThan(3);
    const bench = await t.bench();
    expect(bench.open.map(({ id }) => id)).not.toContain(wet.id);
    const again = await t.post(`/api/batches/${wet.id}/hold`, { reason: 'x' });
    expect(again.body.error.code).toBe('SEALED');
    const { residualMg } = await t.get<{ residualMg: number }>('/api/solvent');
    expect(residualMg).toBe(0);
  });
});

describe('facts', () => {
  it.each([
    ['record', sql`UPDATE record SET file = '' WHERE number = 1`],
    ['record', sql`DELETE FROM record WHERE number = 1`],
    ['event', sql`DELETE FROM event`],
    ['ledger_line', sql`UPDATE ledger_line SET resin_mg = 0`],
    ['reading', sql`DELETE FROM reading`],
  ])('of %s are neither changed nor deleted', async (_, statement) => {
    await expect(t.db.many(statement)).rejects.toThrow(/FACTS_ARE_APPEND_ONLY/);
  });
  it('of a day end in a line that the chain bears out', async () => {
    const { days } = await t.get<{ days: { day: string; anchor: string }[] }>('/api/records/anchors');
    const chain = JSON.parse((await file('/api/records/chain.json')).body) as SealedRecord[];
    const last = chain.at(-1)!;
    expect(days).toEqual([{ day: '2026-05-04', anchor: `${last.number}:${last.hash}` }]);
  });
});
