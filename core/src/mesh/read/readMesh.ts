import type { Refusal, Result } from '../../result/index.ts';
import { parse3mf } from './parse3mf.ts';
import { parseObj } from './parseObj.ts';
import { parseStl } from './parseStl.ts';
import type { TriangleSoup, Watch } from './soup.ts';

export type MeshFormat = 'stl' | 'obj' | '3mf';

/** Tells the format by content: a zip is a 3MF, text with faces and no “solid” at its head is an OBJ, all else is tried as STL. */
export function meshFormat(bytes: Uint8Array): MeshFormat {
  if (bytes[0] === 0x50 && bytes[1] === 0x4b && bytes[2] === 3 && bytes[3] === 4) return '3mf';
  const head = String.fromCharCode(...bytes.subarray(0, 4096));
  const looksLikeObj = /^\s*(?:v|vn|vt|f|o|g|mtllib|usemtl|s|#)(?:\s|$)/m.test(head);
  return looksLikeObj && !/^\s*solid\b/i.test(head) && isText(bytes) ? 'obj' : 'stl';
}

/** No control bytes in the first kilobyte but tabs and line ends. */
const isText = (bytes: Uint8Array): boolean =>
  bytes.subarray(0, 1024).every((byte) => byte >= 32 || byte === 9 || byte === 10 || byte === 13);

/** Reads a part file of any format that is known. */
export function readMesh(bytes: Uint8Array, watch: Watch = {}): Result<TriangleSoup, Refusal> {
  switch (meshFormat(bytes)) {
    case '3mf':
      return parse3mf(bytes, watch);
    case 'obj':
      return parseObj(bytes, watch);
    case 'stl':
      return parseStl(bytes, watch);
  }
}
