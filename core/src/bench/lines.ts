import type { Solvent } from '../liquids/index.ts';

/** Baths of one liquid in the order in which parts pass them, the dirtiest first. */
export type BathLine = {
  readonly id: string;
  readonly name: string;
  /** stations */
  readonly baths: readonly string[];
};
/** Where in its line a bath stands: the last is to be clean. A bath alone is its own last. */
export const LINE_POSITIONS = ['first', 'middle', 'last'] as const;
export type LinePosition = (typeof LINE_POSITIONS)[number];

/** The bath at a position of a line; nothing where the line is too short for it. */
export function bathInLine(line: Pick<BathLine, 'baths'>, position: LinePosition): string | undefined {
  switch (position) {
    case 'first':
      return line.baths[0];
    case 'middle':
      return line.baths.length > 2 ? line.baths[1] : undefined;
    case 'last':
      return line.baths.at(-1);
  }
}

/** The liquid of a line: that of its first bath. */
export const liquidOfLine = (
  line: BathLine,
  baths: Readonly<Record<string, { readonly solvent: Solvent }>>,
): Solvent | undefined => line.baths.map((station) => baths[station]?.solvent).find((one) => one !== undefined);
