import { type SealedRecord, withoutInternal } from '@north-step/core/record';
import { BUNDLED_RECORDS, MANIFEST, type Manifest } from '@north-step/core/verify';
import bwipjs from 'bwip-js/node';
import { strToU8, zipSync } from 'fflate';
import Papa from 'papaparse';
import { type Queryable, readFile, sql } from '../db/index.ts';
import { traceOf } from '../devices/index.ts';
import type { Page, Printer } from '../pdf/index.ts';
import { mediaOf } from '../photos/index.ts';
import type { Asking } from '../threads/index.ts';
import { type Correcting, certificate, qrText } from './certificate.ts';
import { recordCsv } from './csv.ts';
import { recordPaper } from './pdf.ts';
import { newestAnchor } from './queries.ts';
import { sha256 } from './seal.ts';

/** A record with all that was sealed behind it, oldest first. */
export type WithLater = { readonly record: SealedRecord; readonly later: readonly SealedRecord[] };

export async function withLater(db: Queryable, record: SealedRecord): Promise<WithLater> {
  const rows = await db.many<{ file: string }>(sql`
    SELECT file FROM record WHERE batch_id = (SELECT batch_id FROM record WHERE number = ${record.number}) AND number > ${record.number} ORDER BY number`);
  return { record, later: rows.map(({ file }) => JSON.parse(file) as SealedRecord) };
}

/** What was corrected behind a record. */
const correctionsOf = ({ later }: WithLater): readonly Correcting[] =>
  later.flatMap(({ number, body }) =>
    (body as { kind?: string }).kind === 'correction' ? [{ number, body: body as Correcting['body'] }] : [],
  );

/** The certificate of a record as its page, with the chain as it stands. */
export async function certificateOf(db: Queryable, all: WithLater): Promise<Page> {
  const anchor = await newestAnchor(db);
  return certificate({ record: all.record, corrections: correctionsOf(all), ...(anchor && { anchor }) });
}

type Bundling = {
  readonly printer: Printer;
  readonly asking: Asking;
  readonly nowMs: number;
  /** the page that checks it, where this server has one */
  readonly verifier?: Uint8Array;
  /** what is for the workshop alone is in it as well */
  readonly internal: boolean;
};

/** One batch as a zip that can be checked anywhere: records, papers, steps and light as tables, photos, and the page that checks it. */
export async function bundle(db: Queryable, all: WithLater, { printer, asking, nowMs, verifier, internal }: Bundling) {
  const shown = internal ? (record: SealedRecord) => record : withoutInternal;
  const records = [all.record, ...all.later].map(shown);
  const { batchId } = all.record.body as { batchId: string };
  const files: Record<string, Uint8Array> = {
    [BUNDLED_RECORDS]: strToU8(`[${records.map((record) => JSON.stringify(record)).join(',\n')}]\n`),
    'certificate.pdf': await printer.print(await certificateOf(db, all), asking),
    'steps.csv': strToU8(recordCsv(shown(all.record))),
    'light.csv': strToU8(await lightCsv(db, batchId)),
    'hash.png': await bwipjs.toBuffer({ bcid: 'qrcode', text: qrText(all.record), scale: 4 }),
    'READ ME.txt': strToU8(readMe(all.record)),
    ...(await photosOf(db, records)),
    ...(internal ? { 'record.pdf': await printer.print(recordPaper(all.record, await newestAnchor(db)), asking) } : {}),
    ...(verifier ? { 'verify.html': verifier } : {}),
  };
  const manifest: Manifest = {
    format: 'north-step-bundle-1',
    made: new Date(nowMs).toISOString(),
    files: Object.entries(files).map(([name, data]) => ({ name, bytes: data.length, sha256: sha256(data) })),
  };
  return Buffer.from(zipSync({ ...files, [MANIFEST]: strToU8(JSON.stringify(manifest, null, 2)) }));
}

async function lightCsv(db: Queryable, batchId: string): Promise<string> {
  const { samples } = await traceOf(db, batchId);
  const columns = ['step', 'at', 'mWPerCm2', 'tempC', 'doorOpen'];
  return Papa.unparse(
    samples.map(({ stepId, atMs, ...sample }) => ({ step: stepId, at: new Date(atMs).toISOString(), ...sample })),
    { columns },
  );
}

const PHOTO = /"photoSha256":"([0-9a-f]{64})"/g;
/** Photos that the records name, by their hash. */
async function photosOf(db: Queryable, records: readonly SealedRecord[]): Promise<Record<string, Uint8Array>> {
  const named = new Set(
    records.flatMap((record) => [...JSON.stringify(record).matchAll(PHOTO)].map((match) => match[1]!)),
  );
  const photos: Record<string, Uint8Array> = {};
  for (const hash of named) {
    const data = await readFile(db, 'photo', hash);
    const media = data && mediaOf(data);
    if (data && media) photos[`photos/${hash}.${media.split('/')[1]}`] = data;
  }
  return photos;
}

const readMe = ({ number, hash }: SealedRecord): string => `This folder holds the sealed record of one batch.

certificate.pdf  what was done, on one page
records.json     the record and what was sealed behind it, each with its SHA-256
steps.csv        its steps;  light.csv  what the lamp's sensor saw
manifest.json    every file here with its SHA-256

To check it: open verify.html in any browser, with no network, and drop the zip there.
Record ${number} has the hash ${hash}; it stands on the certificate as well.
`;
