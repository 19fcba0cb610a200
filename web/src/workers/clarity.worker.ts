import { type Marks, type PhotoReading, readPhoto } from '@north-step/core/clarity';
import type { Refusal } from '@north-step/core/result';
import { expose } from 'comlink';
import { decodePhoto } from './decodePhoto.ts';

export type ReadPhotoResult =
  | { readonly ok: true; readonly value: PhotoReading; readonly width: number; readonly height: number }
  | { readonly ok: false; readonly refusal: Refusal };

/** Decodes a photo and reads the clarity card on it, off the page's thread. */
const reader = {
  async read(file: Blob, marks?: Marks): Promise<ReadPhotoResult> {
    const decoded = await decodePhoto(file);
    if (!decoded.ok) return decoded;
    const { pixels } = decoded;
    const read = readPhoto(pixels, marks);
    return read.ok
      ? { ok: true, value: read.value, width: pixels.width, height: pixels.height }
      : { ok: false, refusal: read.refusal };
  },
};
export type PhotoReader = typeof reader;
expose(reader);
