export { pdfMake } from './pdfMake.ts';
