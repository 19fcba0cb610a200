import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import path from 'node:path';
import { inFontsThatDraw, OTHER_FONT } from './otherLetters.ts';
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
let ready: PdfMake | undefined;

/** Fonts come from our own packages; no address is ever fetched and no other file read. */
function pdfMake(): PdfMake {
  if (ready) return ready;
  const made = require('pdfmake') as PdfMake;
  const folder = path.dirname(require.resolve('@fontsource/atkinson-hyperlegible-next/package.json'));
  for (const weight of [400, 700]) {
    made.virtualfs.writeFileSync(
      `ahn-${weight}.woff`,
      readFileSync(path.join(folder, `files/atkinson-hyperlegible-next-latin-${weight}-normal.woff`)),
    );
  }
  const others = path.join(path.dirname(require.resolve('pdfmake/package.json')), 'fonts/Roboto');
  for (const weight of ['Regular', 'Medium'])
    made.virtualfs.writeFileSync(`others-${weight}.ttf`, readFileSync(path.join(others, `Roboto-${weight}.ttf`)));
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
  ready = made;
  return made;
}

const footerOf = (text: string) => (page: number, pages: number) => ({
  text: inFontsThatDraw([`${text} · page ${page} of ${pages}`]),
  fontSize: 7,
  margin: [40, 16, 40, 0],
});

/** A file of pages, with every font embedded. */
export const pdfOf = ({ footerText, content, ...page }: Page): Promise<Buffer> =>
  pdfMake()
    .createPdf({
      ...page,
      ...(footerText === undefined ? {} : { footer: footerOf(footerText) }),
      content: inFontsThatDraw(content),
    })
    .getBuffer();
