import { type Marks, type PhotoReading, readPhoto } from '@north-step/core/clarity';
import type { Refusal } from '@north-step/core/result';
import { expose } from 'comlink';

export type ReadPhotoResult =
  | { readonly ok: true; readonly value: PhotoReading; readonly width: number; readonly height: number }
  | { readonly ok: false; readonly refusal: Refusal };

const MOST_PX = 1600;

/** Decodes a photo and reads the clarity card on it, off the page's thread. */
const reader = {
  async read(file: Blob, marks?: Marks): Promise<ReadPhotoResult> {
    let bitmap: ImageBitmap;
    try {
      bitmap = await createImageBitmap(file);
    } catch {
      return {
        ok: false,
        refusal: {
          code: 'NOT_AN_IMAGE',
          field: 'photo',
          message: 'That file is not a picture this browser can open.',
          remedy: 'Use a JPEG or PNG photo.',
        },
      };
    }
    const scale = Math.min(1, MOST_PX / Math.max(bitmap.width, bitmap.height));
    const width = Math.round(bitmap.width * scale);
    const height = Math.round(bitmap.height * scale);
    const context = new OffscreenCanvas(width, height).getContext('2d');
    if (!context)
      return {
        ok: false,
        refusal: {
          code: 'NO_CANVAS',
          field: 'photo',
          message: 'This browser cannot read pixels.',
          remedy: 'Take another kind of reading.',
        },
      };
    context.drawImage(bitmap, 0, 0, width, height);
    const { data } = context.getImageData(0, 0, width, height);
    const read = readPhoto({ width, height, data }, marks);
    return read.ok ? { ok: true, value: read.value, width, height } : { ok: false, refusal: read.refusal };
  },
};
export type PhotoReader = typeof reader;
expose(reader);
