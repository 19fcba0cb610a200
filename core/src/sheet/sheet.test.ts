import { describe, expect, it } from 'vitest';
import { matchColumns, readRows, SHEETS } from './index.ts';

const { batches, readings } = SHEETS;
const HEADS = ['Part name', 'Material', 'Lot number', 'Qty', 'Area (cm²)', 'Height, mm', 'Due date', 'Colour'];
const cells = (...values: string[]) => Object.fromEntries(HEADS.map((head, i) => [head, values[i] ?? '']));
const columns = matchColumns(HEADS, batches);

describe('columns', () => {
  it('are told by their heads, whatever stands in brackets behind; what is not known is left', () =>
    expect(columns).toEqual({
      part: 'Part name',
      resin: 'Material',
      lot: 'Lot number',
      count: 'Qty',
      areaCm2: 'Area (cm²)',
      heightMm: 'Height, mm',
      due: 'Due date',
    }));
  it('that are needed and not there are named, and no row is read', () => {
    const { heightMm: _, ...without } = columns;
    const { rows, problems } = readRows([cells('cap')], without, batches);
    expect([rows, problems]).toEqual([[], [{ field: 'heightMm', message: 'No column is chosen for height.' }]]);
  });
  it('of readings hold what each kind writes down', () =>
    expect(matchColumns(['bath', 'time', 'method', 'sampleMl', 'residueG'], readings)).toMatchObject({
      at: 'time',
      kind: 'method',
      sampleMl: 'sampleMl',
      residueG: 'residueG',
    }));
});

describe('rows', () => {
  it('are read with decimal commas, whole numbers and dates', () => {
    const { rows, problems } = readRows(
      [cells('cap', 'Grey', 'A1', '4', '12,5', '40', '2026-12-01 14:05')],
      columns,
      batches,
    );
    expect(problems).toEqual([]);
    expect(rows).toEqual([
      {
        row: 1,
        values: expect.objectContaining({
          part: 'cap',
          count: 4,
          areaCm2: 12.5,
          heightMm: 40,
          due: new Date(2026, 11, 1, 14, 5).getTime(),
          customer: undefined,
        }),
      },
    ]);
  });
  it.each([
    ['an empty cell that is needed', ['', 'Grey', 'A1', '4', '12', '40'], 'part', 'part is empty.'],
    ['a word for a number', ['cap', 'Grey', 'A1', 'four', '12', '40'], 'count', '“four” is no number.'],
    ['a number like a sum', ['cap', 'Grey', 'A1', '1e3', '12', '40'], 'count', '“1e3” is no number.'],
    ['half a piece', ['cap', 'Grey', 'A1', '1.5', '12', '40'], 'count', '1.5 is no whole number.'],
    ['too many pieces', ['cap', 'Grey', 'A1', '2000', '12', '40'], 'count', 'pieces of 2000 is outside 1 to 1000.'],
    ['a day that is none', ['cap', 'Grey', 'A1', '4', '12', '40', '2026-11-31'], 'due', '“2026-11-31” is no date'],
    ['a date of another order', ['cap', 'Grey', 'A1', '4', '12', '40', '1.12.2026'], 'due', '“1.12.2026” is no date'],
  ])('with %s are named by row and field', (_, values, field, said) => {
    const good = cells('cap', 'Grey', 'A1', '4', '12', '40');
    const { rows, problems } = readRows([good, cells(...values)], columns, batches);
    expect(rows.map(({ row }) => row)).toEqual([1]);
    expect(problems).toMatchObject([{ row: 2, field, message: expect.stringContaining(said) }]);
  });
});
