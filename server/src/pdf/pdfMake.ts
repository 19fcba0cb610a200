import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import path from 'node:path';

type PdfMake = {
  addFonts(fonts: object): void;
  setUrlAccessPolicy(allow: () => boolean): void;
  setLocalAccessPolicy(allow: (file: string) => boolean): void;
  virtualfs: { writeFileSync(name: string, data: Buffer): void };
  createPdf(definition: object): { getBuffer(): Promise<Buffer> };
};

const require = createRequire(import.meta.url);
let ready: PdfMake | undefined;

/** Fonts come from our own packages; no address is ever fetched and no other file read. */
export function pdfMake(): PdfMake {
  if (ready) return ready;
  const made = require('pdfmake') as PdfMake;
  const folder = path.dirname(require.resolve('@fontsource/atkinson-hyperlegible-next/package.json'));
  for (const weight of [400, 700]) {
    made.virtualfs.writeFileSync(
      `ahn-${weight}.woff`,
      readFileSync(path.join(folder, `files/atkinson-hyperlegible-next-latin-${weight}-normal.woff`)),
    );
  }
  made.addFonts({
    Next: { normal: 'ahn-400.woff', bold: 'ahn-700.woff', italics: 'ahn-400.woff', bolditalics: 'ahn-700.woff' },
  });
  made.setUrlAccessPolicy(() => false);
  made.setLocalAccessPolicy(() => false);
  ready = made;
  return made;
}
