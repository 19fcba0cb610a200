import { describe, expect, it } from 'vitest';
import { boxFit, fitsBox, fitsFlat, type WashSpace, washFit } from './index.ts';

const space: WashSpace = {
  openingMm: [200, 160],
  depthMm: 150,
  impellerMm: 25,
  basket: { sizeMm: [150, 110, 90], meshMm: 8 },
};
const level = { volumeMl: 4000, capacityMl: 5000, surfaceM2: 0.04 };
const at = (boxMm: readonly [number, number, number], over: object = {}) =>
  washFit({ station: 'wash-1', name: 'Wash 1', boxMm, space, level, ...over });
const codes = (found: readonly { code: string }[]) => found.map(({ code }) => code);

describe('sizes fit turned along their sides', () => {
  it('flat and in three', () => {
    expect([fitsFlat([160, 200], [200, 160]), fitsFlat([161, 161], [200, 160])]).toEqual([true, false]);
    expect([fitsBox([10, 90, 140], [150, 110, 90]), fitsBox([100, 100, 100], [150, 110, 90])]).toEqual([true, false]);
  });
});

describe('wash', () => {
  it('says nothing of a part that goes in and is covered', () => expect(at([60, 40, 30])).toEqual([]));
  it('says how much to add to cover it', () => {
    // 4 L over 0.04 m² stand 100 mm high; a cube of 80 needs 25 + 80 + 3 = 108: 8 mm × 0.04 m² = 320 mL
    const [finding] = at([80, 80, 80]);
    expect(finding).toMatchObject({ code: 'NOT_COVERED', remedy: 'Add 320 mL.', station: 'wash-1' });
    expect(at([80, 80, 80], { level: { ...level, volumeMl: 4320 } })).toEqual([]);
  });
  it('says when it cannot be covered', () => {
    expect(at([90, 100, 90], { level: { ...level, volumeMl: 4900 } })).toEqual([]);
    expect(at([88, 100, 90], { level: { volumeMl: 4000, capacityMl: 4100, surfaceM2: 0.04 } })[0]!.remedy).toContain(
      'does not become deep enough',
    );
  });
  it('long parts may lie: only the least side must be covered', () => expect(codes(at([140, 100, 60]))).toEqual([]));
  it('parts that are too large for the basket, and too small for its mesh', () => {
    expect(codes(at([160, 120, 20]))).toEqual(['BASKET_TOO_SMALL']);
    expect(codes(at([7, 7, 40]))).toEqual(['FALLS_THROUGH']);
    expect(codes(at([7, 9, 40]))).toEqual([]);
  });
  it('on the plate: the plate must hang, the part must clear the impeller', () => {
    const plate = { sizeMm: [190, 120] as const, mountMm: 40 };
    expect(codes(at([60, 60, 70], { plate }))).toEqual([]);
    expect(codes(at([60, 60, 130], { plate, level: undefined }))).toEqual(['FOULS_IMPELLER']);
    expect(codes(at([60, 60, 70], { plate: { ...plate, sizeMm: [230, 120] } }))).toEqual(['PLATE_TOO_WIDE']);
    // tiny pieces do not fall through when they hang
    expect(codes(at([4, 4, 20], { plate }))).toEqual([]);
  });
});

describe('lamp and oven', () => {
  it('need room on every side', () => {
    expect(boxFit('lamp-box', 'Lamp box', [150, 100, 100], [200, 200, 180])).toEqual([]);
    expect(codes(boxFit('lamp-box', 'Lamp box', [196, 100, 100], [200, 200, 180]))).toEqual(['BOX_TOO_SMALL']);
  });
});
