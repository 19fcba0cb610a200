/**
 * The clarity card, in its own units: 100 wide, 80 high, y down. A white sheet with a black frame; inside it four patches.
 * The left pair stays beside the jar, the right pair is seen through it.
 */
export const CARD = { width: 100, height: 80 } as const;
/** Corners of the black frame's outer edge. */
export const FRAME = { left: 8, top: 8, right: 92, bottom: 72, thick: 4 } as const;

export type Box = { readonly left: number; readonly top: number; readonly right: number; readonly bottom: number };
export const PATCHES = {
  whiteRef: { left: 16, top: 14, right: 38, bottom: 38 },
  blackRef: { left: 16, top: 42, right: 38, bottom: 66 },
  whiteSeen: { left: 60, top: 14, right: 82, bottom: 38 },
  blackSeen: { left: 60, top: 42, right: 82, bottom: 66 },
} as const satisfies Record<string, Box>;
export type PatchName = keyof typeof PATCHES;
export const PATCH_NAMES = Object.keys(PATCHES) as readonly PatchName[];
/** Which part of the card the jar may cover. */
export const JAR: Box = { left: 48, top: 11, right: 90, bottom: 69 };

const inside = (box: Box, x: number, y: number): boolean =>
  x >= box.left && x < box.right && y >= box.top && y < box.bottom;

const SHEET: Box = { left: 0, top: 0, right: CARD.width, bottom: CARD.height };
const INNER: Box = {
  left: FRAME.left + FRAME.thick,
  top: FRAME.top + FRAME.thick,
  right: FRAME.right - FRAME.thick,
  bottom: FRAME.bottom - FRAME.thick,
};

/** Ink on the card at a point: 0 paper, 1 black. Outside the card: undefined. */
export function inkAt(x: number, y: number): 0 | 1 | undefined {
  if (!inside(SHEET, x, y)) return undefined;
  if (inside(PATCHES.blackRef, x, y) || inside(PATCHES.blackSeen, x, y)) return 1;
  return inside(FRAME, x, y) && !inside(INNER, x, y) ? 1 : 0;
}

/** The black parts as rectangles, for printing the card. */
export function inkBoxes(): readonly Box[] {
  const { left, top, right, bottom, thick } = FRAME;
  return [
    { left, top, right, bottom: top + thick },
    { left, top: bottom - thick, right, bottom },
    { left, top, right: left + thick, bottom },
    { left: right - thick, top, right, bottom },
    PATCHES.blackRef,
    PATCHES.blackSeen,
  ];
}
