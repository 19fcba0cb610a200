const CHUNK_BYTES = 1024 * 1024;

/** A file in pieces of at most a megabyte, numbered: how meshes and photos are kept. */
export function* chunksOf(bytes: Uint8Array): Generator<{ readonly place: number; readonly data: Uint8Array }> {
  for (let from = 0, place = 0; from < bytes.byteLength; from += CHUNK_BYTES, place++)
    yield { place, data: bytes.slice(from, from + CHUNK_BYTES) };
}
