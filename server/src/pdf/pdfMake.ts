import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import path from 'node:path';
import { create } from 'fontkit';
import { FontChoice, type Letters, OTHER_FONT } from './otherLetters.ts';
import type { Page } from './printer.ts';

type PdfMake = {
  addFonts(fonts: object): void;
  addTableLayouts(layouts: object): void;
  setUrlAccessPolicy(allow: () => boolean): void;
  setLocalAccessPolicy(allow: (file: string) => boolean): void;
  virtualfs: { writeFileSync(name: string, data: Buffer): void };
  createPdf(definition: object): { getBuffer(): Promise<Buffer> };
};

const zero = () => 0;
/** A table without lines and margins of its own. */
const BARE = {
  defaultBorder: false,
  paddingLeft: zero,
  paddingRight: zero,
  paddingTop: zero,
  paddingBottom: zero,
  hLineWidth: zero,
  vLineWidth: zero,
};

const require = createRequire(import.meta.url);
let ready: { readonly made: PdfMake; readonly letters: Letters } | undefined;

/** The code points that a font draws. */
function lettersOf(file: Buffer): ReadonlySet<number> {
  const font = create(file);
  return new Set('characterSet' in font ? font.characterSet : []);
}

/** Fonts come from our own packages; no address is ever fetched and no other file read. */
function pdfMake(): { readonly made: PdfMake; readonly letters: Letters } {
  if (ready) return ready;
  const made = require('pdfmake') as PdfMake;
  const folder = path.dirname(require.resolve('@fontsource/atkinson-hyperlegible-next/package.json'));
  const others = path.join(path.dirname(require.resolve('pdfmake/package.json')), 'fonts/Roboto');
  const addFile = (name: string, file: string): Buffer => {
    const data = readFileSync(file);
    made.virtualfs.writeFileSync(name, data);
    return data;
  };
  const [own] = [400, 700].map((weight) =>
    addFile(`ahn-${weight}.woff`, path.join(folder, `files/atkinson-hyperlegible-next-latin-${weight}-normal.woff`)),
  );
  const [other] = ['Regular', 'Medium'].map((weight) =>
    addFile(`others-${weight}.ttf`, path.join(others, `Roboto-${weight}.ttf`)),
  );
  made.addFonts({
    [OTHER_FONT]: {
      normal: 'others-Regular.ttf',
      bold: 'others-Medium.ttf',
      italics: 'others-Regular.ttf',
      bolditalics: 'others-Medium.ttf',
    },
    Next: { normal: 'ahn-400.woff', bold: 'ahn-700.woff', italics: 'ahn-400.woff', bolditalics: 'ahn-700.woff' },
  });
  made.addTableLayouts({ bare: BARE });
  made.setUrlAccessPolicy(() => false);
  made.setLocalAccessPolicy(() => false);
  ready = { made, letters: { own: lettersOf(own!), other: lettersOf(other!) } };
  return ready;
}

/** Chooses among the fonts that we ship. */
export const shippedFonts = (): FontChoice => new FontChoice(pdfMake().letters);

const UNDRAWN_NOTE = '[U+…]: the code point of a letter that no font here draws';

/** A file of pages, with every font embedded. */
export function pdfOf({ footerText, content, ...page }: Page): Promise<Buffer> {
  const fonts = shippedFonts();
  const drawn = fonts.page(content);
  const foot = footerText === undefined ? undefined : fonts.text(footerText);
  const note = fonts.undrawn ? ` · ${UNDRAWN_NOTE}` : '';
  const footer = (at: number, pages: number) => ({
    text: [foot, note, ` · page ${at} of ${pages}`],
    fontSize: 7,
    margin: [40, 16, 40, 0],
  });
  return pdfMake()
    .made.createPdf({ ...page, ...(foot === undefined ? {} : { footer }), content: drawn })
    .getBuffer();
}
