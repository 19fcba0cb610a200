import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js';
import type { RecallReply, TrendsReply } from '@north-step/contract';
import { NO_RECORD, sealRecord } from '@north-step/core/record';
import { fireEvent, screen, waitFor } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import { benchReply, leavePage, showPage } from '../../testing/page.tsx';
import { overLimit, whyWords } from './words.ts';

afterEach(leavePage);
const bench = { '/api/bench': benchReply([]) };
const choices = {
  resins: [{ id: 'grey', name: 'Grey', lots: ['A1', 'B2'] }],
  baths: [{ id: 'w1', name: 'Wash 1', fillings: [] }],
  lamps: [],
  people: [],
  customers: [],
};
const touched: RecallReply = {
  total: 2,
  sure: 1,
  pieces: 9,
  rows: [true, false].map((sure, i) => ({
    batchId: `b${i}`,
    name: `Tern ${i}`,
    part: 'cap',
    count: 4 + i,
    resin: 'Grey',
    lot: 'A1',
    customer: null,
    outcome: 'passed',
    sealedAtMs: 2,
    record: 7,
    atMs: 1,
    sure,
    why: { kind: 'over', bath: 'Wash 1', loadPctW: 9, lowPctW: sure ? 8.5 : 7, highPctW: 10, limitPctW: 8 },
  })),
};

describe('a recall', () => {
  it('says how many, which of them for certain, and why; the same is saved as CSV', async () => {
    showPage('/records/recall?question=over&bath=w1', {
      ...bench,
      '/api/find/choices': choices,
      '/api/recall/over': touched,
    });
    await screen.findByRole('heading', { level: 1, name: '2 batches, 9 pieces: 1 certainly, 1 perhaps.' });
    expect(screen.getByRole('row', { name: /Tern 0.*yes.*Wash 1: 9.0 % \(8.5 to 10.0\), limit 8.0 %/ })).toBeDefined();
    expect(screen.getByRole('row', { name: /Tern 1.*may be/ })).toBeDefined();
    expect(screen.getByRole('link', { name: 'Save all as CSV' }).getAttribute('href')).toBe(
      '/api/recall/over/list.csv?bath=w1',
    );
  });
  it('of a lot waits for the lot, and asks once it is chosen', async () => {
    const { read } = showPage('/records/recall', {
      ...bench,
      '/api/find/choices': choices,
      '/api/recall/lot': { total: 0, sure: 0, pieces: 0, rows: [] },
    });
    expect(await screen.findByText('Choose the lot that is recalled.')).toBeDefined();
    fireEvent.change(await screen.findByLabelText('Lot'), { target: { value: 'grey B2' } });
    await waitFor(() => expect(read.some((url) => url.startsWith('/api/recall/lot?cardId=grey&lot=B2'))).toBe(true));
    expect(await screen.findByRole('heading', { name: 'No batch is touched.' })).toBeDefined();
  });
  it.each([
    [{ loadPctW: 9, lowPctW: 8.5, highPctW: 10, limitPctW: 8 }, 'over'],
    [{ loadPctW: 7.5, lowPctW: 7, highPctW: 8.1, limitPctW: 8 }, 'may be over'],
    [{ loadPctW: 7, lowPctW: 6, highPctW: 8, limitPctW: 8 }, undefined],
    [{ loadPctW: 9, lowPctW: null, highPctW: null, limitPctW: 8 }, 'over'],
    [{ loadPctW: 9, lowPctW: null, highPctW: null, limitPctW: null }, undefined],
  ] as const)('tells %o as %s', (washed, said) => expect(overLimit(washed)).toBe(said));
  it('tells what a lamp lost between its checks', () =>
    expect(
      whyWords({
        kind: 'lamp',
        lamp: 'Lamp box',
        before: { atMs: 0, scale: 1 },
        after: { atMs: 86_400_000, scale: 0.88 },
      }),
    ).toContain('Lamp box: 12 % less'));
});

describe('trends', () => {
  const trends: TrendsReply = {
    weeks: [{ fromMs: 0, sealed: 5, looked: 4, good: 3 }],
    notGood: [{ seen: 'tacky', count: 1 }],
    causes: [{ seen: 'tacky', at: 'after light', count: 1 }],
    tack: [{ fromPctW: 0, toPctW: 0.5, batches: 4, tacky: 1, range90: [0.06, 0.6] }],
    tint: [],
    times: [{ kind: 'wash', steps: 8, plannedS: 240, share: [0.9, 1, 1.2] }],
  };
  it('answer how much passed at once and why the rest did not', async () => {
    showPage('/records/trends?by=month&at=1970-01-15', { ...bench, '/api/trends': trends });
    await screen.findByRole('heading', { level: 1, name: 'First look, January 1970: 3 of 4 good, 75 %' });
    expect(screen.getByText('Why not: tacky 1.')).toBeDefined();
    expect(screen.getByRole('row', { name: 'wash 8 4:00 1.0 × 0.90 × to 1.2 ×' })).toBeDefined();
    expect(screen.getByLabelText(/0–0.50 % resin: 25 % of 4/)).toBeDefined();
  });
});

describe('a file of records', () => {
  const hashOf = (data: string | Uint8Array) => bytesToHex(sha256(typeof data === 'string' ? utf8ToBytes(data) : data));
  const first = sealRecord(NO_RECORD, { batch: 'Tern 1' }, hashOf);
  const chosen = async (text: string) => {
    const input = (await screen.findByLabelText(/Choose a file/)) as HTMLInputElement;
    const file = new File([text], 'chain.json');
    // jsdom's files have no arrayBuffer
    Object.assign(file, { arrayBuffer: async () => new TextEncoder().encode(text).buffer });
    fireEvent.change(input, { target: { files: [file] } });
  };
  it('is checked in the browser: whole, changed, cut off, or no record at all', async () => {
    showPage('/records/verify', bench);
    await chosen(JSON.stringify([first]));
    expect((await screen.findByRole('status')).textContent).toContain('is as it was sealed: 1 record');
    await chosen(JSON.stringify([{ ...first, body: { batch: 'Tern 9' } }]));
    expect((await screen.findByRole('alert')).textContent).toContain('record 1: its content does not match');
    await chosen(JSON.stringify([first]));
    fireEvent.change(screen.getByLabelText(/A line that was printed/), { target: { value: `2:${first.hash}` } });
    expect((await screen.findByRole('alert')).textContent).toContain('record 2 was sealed once and is missing');
    await chosen('hello');
    expect((await screen.findByRole('alert')).textContent).toContain('cannot be read as JSON');
  });
});
