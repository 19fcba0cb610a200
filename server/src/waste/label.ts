import { type WasteContainer, wasteKind } from '@north-step/core/waste';
import type { Page } from '../pdf/index.ts';

const PT_PER_MM = 72 / 25.4;
const date = (atMs: number | undefined): string =>
  atMs === undefined ? '' : new Date(atMs).toLocaleDateString('sv-SE');

/** The label of a container, A6: what is in it, since when, and what it can do to somebody. */
export function wasteLabel({ name, kind, openedAtMs, hardenedAtMs, grams, contents }: WasteContainer): Page {
  const shape = wasteKind(kind);
  const burns = shape.burns || contents.some(({ what }) => wasteKind(what).burns);
  const hazards = [
    'Contains photopolymer resin: skin contact sensitises. Gloves and eye cover.',
    burns ? 'May hold solvent: burns. Lid on, away from heat and sparks.' : '',
    hardenedAtMs === undefined
      ? 'NOT HARDENED: harden in light before it is handed over.'
      : `Hardened in light on ${date(hardenedAtMs)}.`,
    'Hazardous waste: only to a licensed carrier. Never to a drain, never to household waste, unless local codes say so.',
  ].filter(Boolean);
  return {
    pageSize: 'A6',
    pageOrientation: 'landscape',
    pageMargins: 8 * PT_PER_MM,
    info: { title: `Label of ${name}` },
    defaultStyle: { font: 'Next', fontSize: 10 },
    content: [
      { text: name, bold: true, fontSize: 22 },
      { text: `Waste of 3D printing: ${shape.label} (${shape.hint})`, fontSize: 12, margin: [0, 2, 0, 6] },
      { text: `opened ${date(openedAtMs)}    ${(grams / 1000).toFixed(2)} kg as of this label`, margin: [0, 0, 0, 8] },
      ...hazards.map((text) => ({ text, margin: [0, 0, 0, 4] })),
      { text: 'Data sheet of the resin and of the solvent: with the workshop.', fontSize: 9, margin: [0, 6, 0, 0] },
    ],
  };
}
