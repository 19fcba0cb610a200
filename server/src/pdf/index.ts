export { pdfOf } from './pdfMake.ts';
