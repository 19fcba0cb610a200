import type { Pixels } from '@north-step/core/clarity';
import type { Refusal } from '@north-step/core/result';

const MOST_PX = 1600;

/** Pixels of a picture file, made smaller when it is large. For workers. */
export async function decodePhoto(
  file: Blob,
): Promise<{ readonly ok: true; readonly pixels: Pixels } | { readonly ok: false; readonly refusal: Refusal }> {
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
        remedy: 'Go on without the photo.',
      },
    };
  context.drawImage(bitmap, 0, 0, width, height);
  return { ok: true, pixels: { width, height, data: context.getImageData(0, 0, width, height).data } };
}
