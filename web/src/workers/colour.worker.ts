import type { Point } from '@north-step/core/clarity';
import { type ColourMarks, type ColourReading, readColour } from '@north-step/core/colour';
import type { Refusal } from '@north-step/core/result';
import { expose } from 'comlink';
import { decodePhoto } from './decodePhoto.ts';

export type ColourAnswer =
  | { readonly ok: true; readonly reading: ColourReading }
  | { readonly ok: false; readonly refusal: Refusal };
/** Marks as shares of the photo's width and height. */
export type ColourSpots = { readonly [Name in keyof ColourMarks]: Point };

/** Decodes a photo and reads the colours of the marked spots, off the page's thread. */
const reader = {
  async read(file: Blob, { white, part, reference }: ColourSpots): Promise<ColourAnswer> {
    const decoded = await decodePhoto(file);
    if (!decoded.ok) return decoded;
    const { pixels } = decoded;
    const onPhoto = ([u, v]: Point): Point => [u * pixels.width, v * pixels.height];
    const read = readColour(pixels, {
      white: onPhoto(white),
      part: onPhoto(part),
      ...(reference ? { reference: onPhoto(reference) } : {}),
    });
    return read.ok ? { ok: true, reading: read.value } : { ok: false, refusal: read.refusal };
  },
};
export type ColourReader = typeof reader;
expose(reader);
