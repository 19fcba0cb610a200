import earcut from 'earcut';
import { ok, type Refusal, type Result, refuse } from '../../result/index.ts';
import { parseNumber } from './parseNumber.ts';
import {
  cancelled,
  type MeshObject,
  type MeshWarning,
  MOST_TRIANGLES,
  NumberList,
  noSurface,
  type TriangleSoup,
  tooManyTriangles,
  type Watch,
} from './soup.ts';

const PROGRESS_BYTES = 1 << 20;
const MOST_CORNERS = 10_000;
const NEWLINE = 10;
const SPACE = 32;
const HASH = 35;
const SLASH = 47;
const BACKSLASH = 92;
const LOWER_F = 102;
const LOWER_V = 118;

/**
 * Reads the polygons of an OBJ: `v` and `f` with indices from 1, or negative from the end; everything but geometry and names
 * is passed over. Faces of more than three corners are cut into triangles by ear clipping in their own plane.
 * @returns the soup, or a refusal that names the line
 */
export function parseObj(bytes: Uint8Array, watch: Watch = {}): Result<TriangleSoup, Refusal> {
  const vertices = new NumberList();
  const soup = new NumberList();
  const objects: { name: string; triangles: number }[] = [];
  const ignored = new Set<string>();
  let line = 0;
  let nextProgress = 0;
  let facesSkipped = 0;
  let tokens: Tokens;
  for (let at = 0; at < bytes.length; at = tokens.next) {
    line++;
    tokens = tokensOfLine(bytes, at);
    line += tokens.continued;
    if (at >= nextProgress) {
      if (watch.isCancelled?.()) return refuse(cancelled());
      watch.onProgress?.(at / bytes.length);
      nextProgress = at + PROGRESS_BYTES;
    }
    const { starts, ends } = tokens;
    if (starts.length === 0) continue;
    const first = bytes[starts[0]!]!;
    const isOneLetter = ends[0]! - starts[0]! === 1;
    if (isOneLetter && first === LOWER_V) {
      if (starts.length < 4) return refuse(badLine(line, 'a vertex needs three numbers'));
      const [x, y, z] = [1, 2, 3].map((i) => parseNumber(bytes, starts[i]!, ends[i]!)) as [number, number, number];
      vertices.push3(x, y, z);
    } else if (isOneLetter && first === LOWER_F) {
      const face = cornersOf(bytes, tokens, vertices.length / 3, line);
      if (!face.ok) return face;
      if (!pushFace(vertices, face.value, soup)) facesSkipped++;
      if (soup.length / 9 > MOST_TRIANGLES) return refuse(tooManyTriangles());
    } else {
      const word = textOf(bytes, starts[0]!, ends[0]!);
      if (word === 'o' || word === 'g') objects.push({ name: nameOf(bytes, tokens), triangles: soup.length / 9 });
      else if (['curv', 'curv2', 'surf'].includes(word)) ignored.add(word);
    }
  }
  if (soup.length === 0) return refuse(noSurface());
  const warnings: MeshWarning[] = [];
  if (facesSkipped > 0)
    warnings.push({
      code: 'NOT_NUMBERS',
      message: `${facesSkipped} faces have no area or corners that are not numbers; they were left out.`,
    });
  if (ignored.size > 0)
    warnings.push({
      code: 'FREE_FORM',
      message: 'Free-form curves and surfaces in the file were passed over; only its polygons were read.',
    });
  return ok({ positions: soup.view(), format: 'obj', warnings, objects: counted(objects, soup.length / 9) });
}

type Tokens = {
  readonly starts: readonly number[];
  readonly ends: readonly number[];
  readonly next: number;
  readonly continued: number;
};

/** Words of one line; a backslash before the line's end joins the next line to it. */
function tokensOfLine(bytes: Uint8Array, from: number): Tokens {
  const starts: number[] = [];
  const ends: number[] = [];
  let continued = 0;
  let at = from;
  while (at < bytes.length && bytes[at] !== NEWLINE) {
    if (bytes[at]! <= SPACE) at++;
    else if (bytes[at] === HASH) {
      while (at < bytes.length && bytes[at] !== NEWLINE) at++;
    } else if (bytes[at] === BACKSLASH && isLineEnd(bytes, at + 1)) {
      while (bytes[at] !== NEWLINE) at++;
      at++;
      continued++;
    } else {
      starts.push(at);
      while (at < bytes.length && bytes[at]! > SPACE && !(bytes[at] === BACKSLASH && isLineEnd(bytes, at + 1))) at++;
      ends.push(at);
    }
  }
  return { starts, ends, next: at + 1, continued };
}

const isLineEnd = (bytes: Uint8Array, at: number): boolean =>
  bytes[at] === NEWLINE || (bytes[at] === 13 && bytes[at + 1] === NEWLINE);

const textOf = (bytes: Uint8Array, from: number, to: number): string =>
  String.fromCharCode(...bytes.subarray(from, Math.min(to, from + 80)));

const nameOf = (bytes: Uint8Array, { starts, ends }: Tokens): string =>
  starts.length > 1 ? textOf(bytes, starts[1]!, ends.at(-1)!) : 'unnamed';

/** Vertex numbers of a face, from 0. Texture and normal numbers after slashes are passed over. */
function cornersOf(
  bytes: Uint8Array,
  { starts, ends }: Tokens,
  vertexCount: number,
  line: number,
): Result<readonly number[], Refusal> {
  if (starts.length < 4) return refuse(badLine(line, 'a face needs three corners'));
  if (starts.length - 1 > MOST_CORNERS) return refuse(badLine(line, `a face has more than ${MOST_CORNERS} corners`));
  const corners: number[] = [];
  for (let i = 1; i < starts.length; i++) {
    let end = starts[i]!;
    while (end < ends[i]! && bytes[end] !== SLASH) end++;
    const index = parseNumber(bytes, starts[i]!, end);
    const corner = index > 0 ? index - 1 : vertexCount + index;
    if (!Number.isInteger(index) || index === 0 || corner < 0 || corner >= vertexCount)
      return refuse(
        badLine(line, `corner “${textOf(bytes, starts[i]!, ends[i]!)}” is none of the ${vertexCount} vertices so far`),
      );
    corners.push(corner);
  }
  return ok(corners);
}

const badLine = (line: number, what: string): Refusal => ({
  code: 'BAD_OBJ',
  message: `Line ${line.toLocaleString('en-GB')} of the OBJ cannot be read: ${what}.`,
  remedy: 'Export the part again, or as STL.',
});

/** Adds the triangles of one face. @returns whether it had any */
function pushFace(vertices: NumberList, corners: readonly number[], soup: NumberList): boolean {
  const flat = corners.flatMap((corner) => [0, 1, 2].map((axis) => vertices.at(corner * 3 + axis)));
  if (!flat.every(Number.isFinite)) return false;
  const cut = corners.length === 3 ? [0, 1, 2] : cutPolygon(flat);
  for (const k of cut) soup.push3(flat[k * 3]!, flat[k * 3 + 1]!, flat[k * 3 + 2]!);
  return cut.length > 0;
}

/** Ear clipping in the plane the polygon faces most. @source Newell's normal; Held (2001) by way of earcut */
function cutPolygon(flat: readonly number[]): readonly number[] {
  const normal = [0, 0, 0];
  for (let i = 0; i < flat.length; i += 3) {
    const j = (i + 3) % flat.length;
    normal[0]! += (flat[i + 1]! - flat[j + 1]!) * (flat[i + 2]! + flat[j + 2]!);
    normal[1]! += (flat[i + 2]! - flat[j + 2]!) * (flat[i]! + flat[j]!);
    normal[2]! += (flat[i]! - flat[j]!) * (flat[i + 1]! + flat[j + 1]!);
  }
  const size = normal.map(Math.abs);
  const drop = size.indexOf(Math.max(...size));
  const [u, v] = [(drop + 1) % 3, (drop + 2) % 3];
  const plane: number[] = [];
  for (let i = 0; i < flat.length; i += 3) plane.push(flat[i + u]!, flat[i + v]!);
  const cut = earcut(plane);
  if (cut.length < 3) return [];
  // earcut gives one turning sense whatever came in; keep the polygon's own
  const [a, b, c] = [cut[0]!, cut[1]!, cut[2]!];
  const turn =
    (plane[b * 2]! - plane[a * 2]!) * (plane[c * 2 + 1]! - plane[a * 2 + 1]!) -
    (plane[b * 2 + 1]! - plane[a * 2 + 1]!) * (plane[c * 2]! - plane[a * 2]!);
  return turn > 0 === normal[drop]! > 0 ? cut : cut.reverse();
}

/** Start counts become counts; groups without triangles are dropped. */
function counted(
  starts: readonly { name: string; triangles: number }[],
  total: number,
): readonly MeshObject[] | undefined {
  const named = starts
    .map(({ name, triangles }, i) => ({
      name,
      triangles: (starts[i + 1]?.triangles ?? total) - triangles,
      support: /support|raft/i.test(name),
    }))
    .filter(({ triangles }) => triangles > 0);
  if (named.length === 0) return undefined;
  const before = starts[0]!.triangles;
  return before > 0 ? [{ name: 'unnamed', triangles: before, support: false }, ...named] : named;
}
