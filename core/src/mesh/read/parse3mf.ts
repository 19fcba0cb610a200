import { strFromU8 } from 'fflate';
import { BadZip, unzipWithin } from '../../archive/index.ts';
import { ok, type Refusal, type Result, refuse } from '../../result/index.ts';
import { type Affine, IDENTITY, isMirrored, moveInto, times } from './affine.ts';
import { Bad3mf, type Model, readModel } from './model3mf.ts';
import {
  cancelled,
  type MeshObject,
  MOST_TRIANGLES,
  NumberList,
  noSurface,
  type TriangleSoup,
  tooManyTriangles,
  type Watch,
} from './soup.ts';

/** Unpacked parts of a 3MF together: what a part of three million triangles needs, and room. */
const MOST_UNPACKED_BYTES = 400 * 1024 * 1024;
const DEEPEST_COMPONENTS = 16;
/** Parts on one plate, components of components counted one by one: no plate holds more. */
const MOST_PLACED = 20_000;
const MODEL_RELATION = 'http://schemas.microsoft.com/3dmanufacturing/2013/01/3dmodel';

/**
 * Reads the build of a 3MF: every item with its transform, components within components, units, object types.
 * Nothing is unpacked but models and relations, and never more than their stated sizes, which are summed first.
 * @returns the soup in millimetres, one object for each item; or a refusal that says which part is wrong
 */
export function parse3mf(bytes: Uint8Array, watch: Watch = {}): Result<TriangleSoup, Refusal> {
  try {
    const parts = unpack(bytes);
    const root = rootModel(parts);
    const models = new Map<string, Model>();
    const paths = [root, ...[...parts.keys()].filter((path) => path.endsWith('.model') && path !== root)];
    for (const [index, path] of paths.entries()) {
      if (watch.isCancelled?.()) return refuse(cancelled());
      models.set(path, readModel(parts.get(path)!, path, within(watch, index / paths.length, 1 / paths.length)));
      parts.delete(path);
    }
    return build(models, root, watch);
  } catch (error) {
    if (error instanceof Bad3mf) return refuse(error.refusal);
    throw error;
  }
}

const within = (watch: Watch, from: number, share: number): Watch => ({
  isCancelled: watch.isCancelled,
  onProgress: watch.onProgress && ((done) => watch.onProgress!(from + done * share)),
});

/** Models and relations by lower-case path without a leading slash. */
function unpack(bytes: Uint8Array): Map<string, Uint8Array> {
  try {
    const files = unzipWithin(bytes, { bytes: MOST_UNPACKED_BYTES, wants: (name) => /\.(model|rels)$/i.test(name) });
    return new Map([...files].map(([path, data]) => [pathKey(path), data]));
  } catch (error) {
    if (!(error instanceof BadZip)) throw error;
    if (error.fault === 'too large')
      throw new Bad3mf(
        'TOO_LARGE',
        `The 3MF unpacks to more than ${error.what}. It was not unpacked.`,
        'Export the part with a coarser resolution, or check where the file came from.',
      );
    throw new Bad3mf(
      'TRUNCATED',
      'The zipped parts of the 3MF cannot be unpacked: the file is damaged or ends early.',
      'Copy or export it again.',
    );
  }
}

const pathKey = (path: string): string => path.replace(/^\/+/, '').toLowerCase();

function rootModel(parts: ReadonlyMap<string, Uint8Array>): string {
  const relations = parts.get('_rels/.rels');
  const tag =
    relations &&
    strFromU8(relations)
      .match(/<Relationship\b[^>]*>/g)
      ?.find((text) => text.includes(MODEL_RELATION));
  const target = tag?.match(/\bTarget\s*=\s*["']([^"']+)["']/)?.[1];
  const path = target === undefined ? '3d/3dmodel.model' : pathKey(target);
  if (!parts.has(path))
    throw new Bad3mf(
      'MISSING_PART',
      `The 3MF names “${target ?? '3D/3dmodel.model'}” as its model, but that part is not in the file.`,
      'Export it again.',
    );
  return path;
}

function build(models: ReadonlyMap<string, Model>, root: string, watch: Watch): Result<TriangleSoup, Refusal> {
  const model = models.get(root)!;
  const soup = new NumberList();
  const objects: MeshObject[] = [];
  const placing: Placing = { models, soup, placed: 0 };
  const items =
    model.items.length > 0
      ? model.items
      : [...model.objects.keys()].map((id) => ({ id, path: undefined, transform: IDENTITY }));
  for (const item of items) {
    const before = soup.length;
    const path = item.path ?? root;
    const object = objectAt(models, path, item.id);
    place(placing, path, item, 0);
    objects.push({
      id: `${path}#${item.id}`,
      name: object.name ?? `object ${item.id}`,
      triangles: (soup.length - before) / 9,
      support: object.type === 'support' || object.type === 'solidsupport',
    });
    if (watch.isCancelled?.()) return refuse(cancelled());
  }
  if (soup.length === 0) return refuse(noSurface());
  const warnings = model.needs.map((name) => ({
    code: 'EXTENSION',
    message: `The file asks for the 3MF extension “${name}”, which is not read: its plain meshes were.`,
  }));
  return ok({
    positions: soup.view(),
    format: '3mf',
    mmPerUnit: model.mmPerUnit,
    warnings,
    objects: objects.filter(({ triangles }) => triangles > 0),
  });
}

function objectAt(models: ReadonlyMap<string, Model>, path: string, id: string) {
  const object = models.get(pathKey(path))?.objects.get(id);
  if (!object)
    throw new Bad3mf(
      'MISSING_PART',
      `Object ${id} is used in the 3MF but not described in “${path}”.`,
      'Export it again.',
    );
  return object;
}

type Placing = {
  readonly models: ReadonlyMap<string, Model>;
  readonly soup: NumberList;
  /** how many things were put down so far, empty ones too */
  placed: number;
};

function place(
  placing: Placing,
  path: string,
  { id, transform }: { readonly id: string; readonly transform: Affine },
  depth: number,
): void {
  const { models, soup } = placing;
  if (++placing.placed > MOST_PLACED)
    throw new Bad3mf(
      'TOO_LARGE',
      `The 3MF places more than ${MOST_PLACED.toLocaleString('en-GB')} objects; it was not put together.`,
      'Export fewer copies, or check where the file came from.',
    );
  if (depth > DEEPEST_COMPONENTS)
    throw new Bad3mf(
      'BAD_3MF',
      `Object ${id} holds components more than ${DEEPEST_COMPONENTS} deep, or holds itself.`,
      'Export it again.',
    );
  const object = objectAt(models, path, id);
  if (soup.length / 9 + object.corners.length / 3 > MOST_TRIANGLES) throw new Bad3mf(tooManyTriangles());
  moveInto(soup, object.vertices, object.corners, transform, isMirrored(transform));
  for (const part of object.components)
    place(placing, part.path ?? path, { id: part.id, transform: times(part.transform, transform) }, depth + 1);
}
