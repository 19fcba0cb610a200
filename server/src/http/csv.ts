import type { FastifyReply } from 'fastify';
import Papa from 'papaparse';

/** Answers with a table to be saved; what a spreadsheet would run as a formula is text. @param content rows, or CSV as it stands */
export const sendCsv = (out: FastifyReply, fileName: string, content: string | readonly object[]): FastifyReply =>
  out
    .type('text/csv; charset=utf-8')
    .header('content-disposition', `attachment; filename="${fileName}"`)
    .send(typeof content === 'string' ? content : Papa.unparse([...content], { escapeFormulae: true }));
