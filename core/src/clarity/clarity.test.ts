import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { CARD, FRAME, homographyOf, inkAt, inkBoxes, JAR, PATCH_NAMES, PATCHES, type Point, project } from './index.ts';

describe('the clarity card', () => {
  it('has ink where its boxes are and nowhere else, and two patches behind the jar', () => {
    for (let y = 0.5; y < CARD.height; y++)
      for (let x = 0.5; x < CARD.width; x++) {
        const boxed = inkBoxes().some((box) => x >= box.left && x < box.right && y >= box.top && y < box.bottom);
        if ((inkAt(x, y) === 1) !== boxed) throw new Error(`ink at ${x}, ${y}`);
      }
    expect(inkAt(-1, 5)).toBeUndefined();
    const behind = PATCH_NAMES.filter((name) => PATCHES[name].left > JAR.left && PATCHES[name].right < JAR.right);
    expect(behind).toEqual(['whiteSeen', 'blackSeen']);
    expect(JAR.right).toBeLessThan(FRAME.right);
  });
});

describe('a homography', () => {
  const square: readonly Point[] = [
    [0, 0],
    [1, 0],
    [1, 1],
    [0, 1],
  ];
  it('scales and shifts as asked', () => {
    const h = homographyOf(square, [
      [10, 20],
      [12, 20],
      [12, 24],
      [10, 24],
    ])!;
    expect(project(h, [0.5, 0.5])).toEqual([expect.closeTo(11, 9), expect.closeTo(22, 9)]);
  });
  it('sends any four corners where they belong, and back', () => {
    const shift = fc.double({ min: -0.2, max: 0.2, noNaN: true });
    fc.assert(
      fc.property(fc.array(shift, { minLength: 8, maxLength: 8 }), (shifts) => {
        const bent = square.map(([x, y], i): Point => [x + shifts[2 * i]!, y + shifts[2 * i + 1]!]);
        const there = homographyOf(square, bent)!;
        const back = homographyOf(bent, square)!;
        square.forEach((corner, i) => {
          const [x, y] = project(there, corner);
          expect(Math.hypot(x - bent[i]![0], y - bent[i]![1])).toBeLessThan(1e-8);
        });
        const [x, y] = project(back, project(there, [0.3, 0.6]));
        expect(Math.hypot(x - 0.3, y - 0.6)).toBeLessThan(1e-8);
      }),
    );
  });
  it('does not exist for corners on one line', () => {
    expect(
      homographyOf(square, [
        [0, 0],
        [1, 1],
        [2, 2],
        [3, 3],
      ]),
    ).toBeUndefined();
  });
});
