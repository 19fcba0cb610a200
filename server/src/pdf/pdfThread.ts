import { answerAsked } from '../threads/answerAsked.ts';
import { pdfOf } from './pdfMake.ts';
import type { Page } from './printer.ts';

export default answerAsked(async (page: Page): Promise<Uint8Array> => new Uint8Array(await pdfOf(page)));
