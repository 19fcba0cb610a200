/** The letters each of two fonts draws, as code points. Our own is asked first. */
export type Letters = { readonly own: ReadonlySet<number>; readonly other: ReadonlySet<number> };
export const OTHER_FONT = 'Others';

type Run = string | { readonly text: string; readonly font: string };
const isControl = (point: number) => point < 0x20;
const asCodePoint = (point: number) => `[U+${point.toString(16).toUpperCase().padStart(4, '0')}]`;

/** Texts of a page made drawable, and whether all of them could be. */
export class FontChoice {
  private readonly letters: Letters;
  /** Letters that no font here draws were met: they stand on the page as their code points. */
  undrawn = false;

  constructor(letters: Letters) {
    this.letters = letters;
  }

  /**
   * The same page with every letter in a font that draws it, or as its code point where none does. Texts are looked for where
   * pages have them: in lists, in rows of tables, under `text`.
   */
  page(node: unknown): unknown {
    if (Array.isArray(node)) return node.map((one) => (typeof one === 'string' ? this.inList(one) : this.page(one)));
    if (typeof node !== 'object' || node === null) return node;
    return Object.fromEntries(
      Object.entries(node).map(([key, value]) => [
        key,
        key === 'text' && typeof value === 'string' ? this.text(value) : this.page(value),
      ]),
    );
  }

  /** A text as the runs it is drawn in; itself where our own font draws all of it. */
  text(text: string): string | readonly Run[] {
    const runs: { text: string; other: boolean }[] = [];
    for (const letter of text) {
      const drawn = this.drawn(letter);
      const last = runs.at(-1);
      if (last?.other === drawn.other) last.text += drawn.text;
      else runs.push(drawn);
    }
    if (runs.every((run) => !run.other)) return runs[0]?.text ?? '';
    return runs.map((run) => (run.other ? { text: run.text, font: OTHER_FONT } : run.text));
  }

  private inList(text: string): string | { readonly text: readonly Run[] } {
    const runs = this.text(text);
    return typeof runs === 'string' ? runs : { text: runs };
  }

  private drawn(letter: string): { text: string; other: boolean } {
    const point = letter.codePointAt(0) as number;
    const { own, other } = this.letters;
    if (isControl(point) || own.has(point)) return { text: letter, other: false };
    if (other.has(point)) return { text: letter, other: true };
    this.undrawn = true;
    return { text: asCodePoint(point), other: false };
  }
}
