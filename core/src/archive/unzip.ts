import { type UnzipFileInfo, unzipSync } from 'fflate';

export type ZipFault = 'damaged' | 'too large' | 'too many' | 'named twice';
/** A zip that is not unpacked. */
export class BadZip extends Error {
  readonly fault: ZipFault;
  /** the file in it, or the limit that it breaks */
  readonly what: string;
  constructor(fault: ZipFault, what: string) {
    super(`${fault}: ${what}`);
    this.fault = fault;
    this.what = what;
  }
}

export type UnzipLimits = {
  /** what it may unpack to, all files that are wanted together */
  readonly bytes: number;
  readonly files?: number;
  /** which of its files are unpacked; default all */
  readonly wants?: (name: string) => boolean;
};
const MOST_FILES = 10_000;

/**
 * Unpacks a zip in memory, within limits that are looked at before anything is unpacked. Folders are passed over.
 * @returns its files by their names, in its order
 * @throws BadZip
 */
export function unzipWithin(bytes: Uint8Array, limits: UnzipLimits): ReadonlyMap<string, Uint8Array> {
  const { files = MOST_FILES, wants = () => true } = limits;
  const seen = new Set<string>();
  let promised = 0;
  const filter = ({ name, originalSize }: UnzipFileInfo): boolean => {
    if (name.endsWith('/') || !wants(name)) return false;
    if (seen.has(name)) throw new BadZip('named twice', name);
    seen.add(name);
    promised += originalSize;
    if (seen.size > files) throw new BadZip('too many', `${files} files`);
    if (promised > limits.bytes) throw new BadZip('too large', `${Math.round(limits.bytes / 1024 / 1024)} MB`);
    return true;
  };
  try {
    return new Map(Object.entries(unzipSync(bytes, { filter })));
  } catch (error) {
    throw error instanceof BadZip
      ? error
      : new BadZip('damaged', error instanceof Error ? error.message : String(error));
  }
}
