import { ok, type Refusal, type Result, refuse } from '../../result/index.ts';
import { parseNumber } from './parseNumber.ts';
import { cancelled, type MeshWarning, noSurface, type TriangleSoup, type Watch } from './soup.ts';

const HEADER_BYTES = 84;
const TRIANGLE_BYTES = 50;
const PROGRESS_EVERY = 65_536;

/**
 * Reads an STL, binary or ASCII, told apart by size and content, never by the first word alone.
 * Triangles with corners that are not numbers are left out and reported.
 * @returns the soup, or a refusal that says what is wrong with the file
 */
export function parseStl(bytes: Uint8Array, watch: Watch = {}): Result<TriangleSoup, Refusal> {
  if (bytes.byteLength === 0) {
    return refuse({
      code: 'EMPTY_FILE',
      message: 'The file is empty.',
      remedy: 'Export it again and check that the disk is not full.',
    });
  }
  const text = startsLikeText(bytes);
  if (bytes.byteLength >= HEADER_BYTES && !(text && !sizeFitsBinary(bytes))) return parseBinary(bytes, watch);
  if (text) return parseAscii(bytes, watch);
  return refuse({
    code: 'NOT_STL',
    message:
      'This is no part file: it is not zipped, has no faces in words, and has neither the 84-byte header nor the word “solid”.',
    remedy: 'Export the part as STL, binary or text.',
  });
}

const countInHeader = (bytes: Uint8Array): number => new DataView(bytes.buffer, bytes.byteOffset).getUint32(80, true);
const sizeFitsBinary = (bytes: Uint8Array): boolean =>
  bytes.byteLength === HEADER_BYTES + TRIANGLE_BYTES * countInHeader(bytes);

function startsLikeText(bytes: Uint8Array): boolean {
  const head = String.fromCharCode(...bytes.subarray(0, 512))
    .trimStart()
    .toLowerCase();
  return head.startsWith('solid') && (bytes.byteLength < 512 || /facet|endsolid/.test(head));
}

/** Layout: 80 bytes of text, uint32 count, then per triangle 12 floats (normal, three corners) and 2 spare bytes. */
function parseBinary(bytes: Uint8Array, watch: Watch): Result<TriangleSoup, Refusal> {
  const promised = countInHeader(bytes);
  const room = Math.floor((bytes.byteLength - HEADER_BYTES) / TRIANGLE_BYTES);
  const rest = (bytes.byteLength - HEADER_BYTES) % TRIANGLE_BYTES;
  const warnings: MeshWarning[] = [];
  if (room !== promised && (room === 0 || promised > Math.max(1, room) * 1000 || looksForeign(bytes))) {
    return refuse({
      code: 'NOT_STL',
      message: 'This is not an STL file: its size does not fit its triangle count.',
      remedy: 'Export the part as STL.',
    });
  }
  if (room !== promised && rest !== 0) {
    return refuse({
      code: 'TRUNCATED',
      message: `The file ends early: its header promises ${promised} triangles, ${room} are there.`,
      remedy: 'Copy or export it again.',
    });
  }
  if (room !== promised) {
    warnings.push({
      code: 'COUNT_LIES',
      message: `The header says ${promised} triangles; the file holds ${room}. All ${room} were read.`,
    });
  }
  if (room === 0) return refuse(noSurface());

  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const positions = new Float32Array(room * 9);
  let kept = 0;
  for (let triangle = 0; triangle < room; triangle++) {
    let offset = HEADER_BYTES + triangle * TRIANGLE_BYTES + 12;
    let sum = 0;
    for (let i = 0; i < 9; i++, offset += 4) {
      const value = view.getFloat32(offset, true);
      positions[kept + i] = value;
      sum += value;
    }
    if (Number.isFinite(sum)) kept += 9;
    if (triangle % PROGRESS_EVERY === 0) {
      if (watch.isCancelled?.()) return refuse(cancelled());
      watch.onProgress?.(triangle / room);
    }
  }
  return finish(positions, kept, room, 'stl-binary', warnings);
}

/** A text or picture of the right length is still no STL: its header has no zero or space padding and its floats are wild. */
function looksForeign(bytes: Uint8Array): boolean {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  let wild = 0;
  for (let i = 0; i < 12; i++) {
    const value = Math.abs(view.getFloat32(HEADER_BYTES + i * 4, true));
    if (!(value < 1e7) || (value !== 0 && value < 1e-20)) wild++;
  }
  return wild > 3;
}

const VERTEX = [118, 101, 114, 116, 101, 120]; // "vertex"

function parseAscii(bytes: Uint8Array, watch: Watch): Result<TriangleSoup, Refusal> {
  let numbers = new Float32Array(Math.max(90, Math.floor(bytes.byteLength / 28)));
  let count = 0;
  let at = 0;
  const end = bytes.byteLength;
  let nextProgress = 0;
  while (at < end) {
    if (!matchesVertex(bytes, at)) {
      at++;
      continue;
    }
    at += 6;
    if (count + 3 > numbers.length) numbers = grow(numbers);
    for (let i = 0; i < 3; i++) {
      while (at < end && bytes[at]! <= 32) at++;
      const from = at;
      while (at < end && bytes[at]! > 32) at++;
      numbers[count++] = from === at ? Number.NaN : parseNumber(bytes, from, at);
    }
    if (at > nextProgress) {
      if (watch.isCancelled?.()) return refuse(cancelled());
      watch.onProgress?.(at / end);
      nextProgress = at + (1 << 20);
    }
  }
  if (count === 0) return refuse(noSurface());
  if (count % 9 !== 0 || !endsWell(bytes)) {
    return refuse({
      code: 'TRUNCATED',
      message: `The file ends in the middle: ${Math.floor(count / 9)} whole triangles were found and no closing “endsolid”.`,
      remedy: 'Copy or export it again.',
    });
  }
  let kept = 0;
  for (let from = 0; from < count; from += 9) {
    let sum = 0;
    for (let i = 0; i < 9; i++) sum += numbers[kept + i] = numbers[from + i]!;
    if (Number.isFinite(sum)) kept += 9;
  }
  return finish(numbers, kept, count / 9, 'stl-ascii', []);
}

function matchesVertex(bytes: Uint8Array, at: number): boolean {
  for (let i = 0; i < 6; i++) if ((bytes[at + i]! | 32) !== VERTEX[i]) return false;
  return true;
}

function endsWell(bytes: Uint8Array): boolean {
  return /endsolid/i.test(String.fromCharCode(...bytes.subarray(Math.max(0, bytes.byteLength - 400))));
}

function grow(numbers: Float32Array): Float32Array<ArrayBuffer> {
  const larger = new Float32Array(Math.ceil((numbers.length * 1.6) / 9) * 9);
  larger.set(numbers);
  return larger;
}

function finish(
  positions: Float32Array,
  kept: number,
  triangles: number,
  format: TriangleSoup['format'],
  warnings: MeshWarning[],
): Result<TriangleSoup, Refusal> {
  if (kept === 0) return refuse(noSurface());
  const left = triangles - kept / 9;
  if (left > 0)
    warnings.push({
      code: 'NOT_NUMBERS',
      message: `${left} of ${triangles} triangles have corners that are not numbers; they were left out.`,
    });
  return ok({ positions: positions.subarray(0, kept), format, warnings });
}
