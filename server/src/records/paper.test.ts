import { type BatchEvent, type BatchState, currentStep } from '@north-step/core/batch';
import { joinParts } from '@north-step/core/part';
import type { SealedRecord } from '@north-step/core/record';
import { play, testBatch, testPart } from '@north-step/core/testing';
import { describe, expect, it } from 'vitest';
import { labelLines, sizeFor } from '../batches/labels.ts';
import { FontChoice } from '../pdf/otherLetters.ts';
import { shippedFonts } from '../pdf/pdfMake.ts';
import { recordBody } from './body.ts';
import { recordCsv } from './csv.ts';
import { clockAfter } from './pageParts.ts';
import { recordPage } from './pdf.ts';

const mixed = joinParts([
  { part: { ...testPart, name: 'fin' }, count: 4 },
  { part: { ...testPart, name: 'lid', areaMm2: 900 }, count: 1 },
]);
const HOUR_MS = 3_600_000;
const ROUTE = { id: 'two-baths', name: 'Two baths, trim green', version: 1 };

function recordOf(): SealedRecord {
  const { batch: played } = play(
    testBatch({ ...mixed, customer: 'Port of Lunsay', dueAtMs: HOUR_MS, route: ROUTE }),
    (one) => currentStep(one)?.kind === 'seal',
  );
  const batch: BatchState = {
    ...played,
    breakages: [{ count: 1, glued: 1, which: 'fin', note: 'at its root', atMs: 0, by: 'Ada' }],
    broken: 1,
    steps: played.steps.map((step) =>
      step.kind === 'wash' ? { ...step, knew: { ...step.knew, loadPctW: 9.08634130587199, residueUm: 0.7 } } : step,
    ),
  };
  const events: BatchEvent[] = [
    { type: 'held', reason: 'the customer calls', atMs: 1000, by: 'Ines' },
    { type: 'released', atMs: 61_000, by: 'Osei' },
  ];
  const around = {
    workshop: 'Fennmark',
    events,
    stations: new Map([['lamp-box', 'Lamp box']]),
    movements: [],
    trace: [],
    readings: [],
    salt: 'salt',
  };
  const sealing = recordBody(batch, { atMs: 2 * HOUR_MS, by: 'Ada' }, around);
  return {
    format: 'north-step-record',
    version: 2,
    number: 7,
    ...sealing,
    internalSha256: '2',
    prevHash: '0',
    hash: '1',
  };
}
/** Every text of a page, as it is read. */
const words = (content: unknown): string =>
  typeof content === 'string'
    ? content
    : Array.isArray(content)
      ? content.map(words).join('\n')
      : typeof content === 'object' && content !== null
        ? words(Object.values(content).filter((value) => typeof value === 'object' || typeof value === 'string'))
        : '';

describe('the page of a record', () => {
  const text = words(recordPage(recordOf()));
  it.each([
    'Fennmark',
    '4 × fin, 1 × lid; 1 broken',
    'Two baths, trim green, version 1',
    'sealed 1:00:00 late',
    '1 × fin, 1 of them glued, at its root',
    'the customer calls',
    'released',
    'load 9.1 %',
    'Lamp box',
  ])('tells people “%s”', (said) => expect(text).toContain(said));
  it('has no names of fields, no long numbers, and every time with its zone', () => {
    expect(text).not.toMatch(/PctW|plannedS|knew|\d\.\d{3,}/);
    expect(text).toMatch(/\d\d:\d\d (GMT|UTC|CES?T|[A-Z]{2,5}|GMT[+-]\d+)/);
    expect(text).toMatch(/given \d+:\d\d of \d+:\d\d planned, Lamp box/);
  });
  it('says the same as a table, with load, residue and station', () => {
    const [head, ...rows] = recordCsv(recordOf()).split('\r\n');
    expect(head).toContain('station,addedS,lightS,loadPctW,residueUm,deviation,note');
    expect(rows.find((row) => row.includes(',wash,'))).toContain('9.08634130587199');
    expect(rows[0]).toMatch(/\d{4}-\d\d-\d\dT\d\d:\d\d:\d\d/);
  });
});

describe('letters and times on a page', () => {
  const points = (letters: string) => new Set(Array.from(letters, (letter) => letter.codePointAt(0) as number));
  const letters = { own: points('abcdefghijklmnopqrstuvwxyz 0123456789.'), other: points('µŠ') };
  it('a letter that our own font lacks is set in one that has it, wherever a page holds text', () => {
    const page = { text: 'film 2.8 µm left', table: { body: [['plain', 'Škoda 5 µm']] }, layout: 'µ' };
    const fonts = new FontChoice(letters);
    expect(fonts.page(page)).toEqual({
      text: ['film 2.8 ', { text: 'µ', font: 'Others' }, 'm left'],
      table: {
        body: [['plain', { text: [{ text: 'Š', font: 'Others' }, 'koda 5 ', { text: 'µ', font: 'Others' }, 'm'] }]],
      },
      layout: 'µ',
    });
    expect(fonts.undrawn).toBe(false);
  });
  it('one that none has stands as its code point, and it is said', () => {
    const fonts = new FontChoice(letters);
    expect(fonts.text('mask 面\nof 🦷')).toBe('mask [U+9762]\nof [U+1F9B7]');
    expect(fonts.undrawn).toBe(true);
  });
  it('the fonts that we ship draw Latin, Greek and Cyrillic, and no others', () => {
    const fonts = shippedFonts();
    fonts.text('Łódź, Żubr, Ångström, Ωμέγα, Жук, “−½ × 5 µm” …');
    expect(fonts.undrawn).toBe(false);
    expect(fonts.text('面 2')).toBe('[U+9762] 2');
  });
  it('a day is named once, until the next', () => {
    const [late, later, next] = [
      '2026-11-29T10:43:00.000Z',
      '2026-11-29T10:49:00.000Z',
      '2026-11-30T10:02:00.000Z',
    ] as const;
    expect(clockAfter(late, undefined)).toMatch(/^29 Nov, \d\d:43$/);
    expect(clockAfter(later, late)).toMatch(/^\d\d:49$/);
    expect(clockAfter(next, later)).toMatch(/^30 Nov, \d\d:02$/);
  });
});

describe('labels', () => {
  const batch = testBatch({ ...mixed, customer: 'Hollin Weir Trust, second floor' });
  it('each names its own piece, the whole, the resin, the customer and what it asks of hands', () => {
    expect(labelLines(batch, 4, 5)[0]).toBe('fin 4 of 4');
    expect(labelLines(batch, 5, 5)).toEqual([
      'lid 1 of 1',
      'of 4 × fin, 1 × lid',
      `${batch.card.name}, lot L1`,
      'Hollin Weir Trust, second floor',
      'uncured: gloves, eye cover, keep from light',
    ]);
    expect(
      labelLines({ ...play(batch, (one) => currentStep(one)?.kind === 'seal').batch, recordHash: 'x' }, 1, 5).at(-1),
    ).toBe('cured, record sealed');
  });
  it('long words take smaller type, so that nothing is cut', () => {
    const short = sizeFor(labelLines(batch, 1, 5));
    const long = sizeFor(labelLines({ ...batch, customer: 'a very long name of a customer '.repeat(4) }, 1, 5));
    expect([short, long < short]).toEqual([expect.any(Number), true]);
  });
});
