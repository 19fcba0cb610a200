import { strFromU8 } from 'fflate';
import { BadZip, unzipWithin, type ZipFault } from '../archive/index.ts';
import type { Anchor, Sha256 } from '../record/index.ts';
import { parsedOnce, Unreadable, type Verdict, verifyOneBatch, verifyRecords } from './verify.ts';

/** What a bundle says of its own files: in it as `manifest.json`, which names all others. */
export type Manifest = {
  readonly format: 'north-step-bundle-1';
  readonly made: string;
  readonly files: readonly { readonly name: string; readonly bytes: number; readonly sha256: string }[];
};
export const MANIFEST = 'manifest.json';
/** Where the records of a bundle are. */
export const BUNDLED_RECORDS = 'records.json';
/** A bundle holds one batch: its records, papers and photos. */
const MOST_BYTES = 200 * 1024 * 1024;

const FAULTS: Readonly<Record<ZipFault, (what: string) => string>> = {
  damaged: () => 'It is no zip that can be unpacked: damaged, or cut short.',
  'too large': (what) => `It unpacks to more than ${what}: it was not unpacked.`,
  'too many': (what) => `It holds more than ${what}: it was not unpacked.`,
  'named twice': (what) => `“${what}” is in it twice.`,
};

/** A fault of a zip in words. */
export const zipFaultText = ({ fault, what }: BadZip): string => FAULTS[fault](what);

/**
 * Checks a batch bundle: every file against the manifest, then its records.
 * @throws Unreadable
 */
export function verifyBundle(bytes: Uint8Array, sha256: Sha256, expected?: Anchor): Verdict {
  const files = unpacked(bytes);
  const manifest = manifestOf(files);
  const listed = new Map(manifest.files.map((file) => [file.name, file]));
  const breaches: string[] = [];
  for (const [name, data] of files) {
    const file = listed.get(name);
    if (name === MANIFEST) continue;
    if (!file) breaches.push(`${name}: it is not in the manifest`);
    else if (file.sha256 !== sha256(data)) breaches.push(`${name}: it is not what was packed`);
  }
  for (const { name } of manifest.files) if (!files.has(name)) breaches.push(`${name}: it is missing`);
  const records = files.get(BUNDLED_RECORDS);
  if (!records) throw new Unreadable(`There is no ${BUNDLED_RECORDS} in it.`);
  const verdict = verifyOneBatch(strFromU8(records), sha256, expected);
  return { ...verdict, breaches: [...verdict.breaches, ...breaches] };
}

function unpacked(bytes: Uint8Array): ReadonlyMap<string, Uint8Array> {
  try {
    return unzipWithin(bytes, { bytes: MOST_BYTES });
  } catch (error) {
    throw error instanceof BadZip ? new Unreadable(zipFaultText(error)) : error;
  }
}

function manifestOf(files: ReadonlyMap<string, Uint8Array>): Manifest {
  const file = files.get(MANIFEST);
  const manifest = file && (parsedOnce(strFromU8(file)) as Partial<Manifest> | null);
  if (manifest?.format !== 'north-step-bundle-1' || !Array.isArray(manifest.files))
    throw new Unreadable('It holds no manifest of a batch bundle.');
  return manifest as Manifest;
}

/** Whether bytes begin as a zip does. @source APPNOTE.TXT 4.3.7: local file header signature */
export const isZip = (bytes: Uint8Array): boolean => bytes[0] === 0x50 && bytes[1] === 0x4b;

/** Checks a file of records, whichever it is: JSON, or a bundle. @throws Unreadable */
export const verifyFile = (bytes: Uint8Array, sha256: Sha256, expected?: Anchor): Verdict =>
  isZip(bytes) ? verifyBundle(bytes, sha256, expected) : verifyRecords(strFromU8(bytes), sha256, expected);
