export { makePrinter, type Page, type Printer } from './printer.ts';
