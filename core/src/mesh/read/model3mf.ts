import { SaxesParser, type SaxesTagPlain } from 'saxes';
import type { Refusal, RefusalCode } from '../../result/index.ts';
import { type Affine, IDENTITY } from './affine.ts';
import { MOST_TRIANGLES, NumberList, tooManyTriangles, type Watch } from './soup.ts';

export type Placed = { readonly id: string; readonly path?: string | undefined; readonly transform: Affine };
export type ModelObject = {
  readonly name?: string | undefined;
  readonly type: string;
  readonly vertices: Float32Array;
  readonly corners: Uint32Array;
  readonly components: readonly Placed[];
};
export type Model = {
  readonly mmPerUnit: number;
  readonly objects: ReadonlyMap<string, ModelObject>;
  readonly items: readonly Placed[];
  /** required extensions that are not read */
  readonly needs: readonly string[];
};

/** A 3MF that cannot be used; carries what to say. */
export class Bad3mf extends Error {
  readonly refusal: Refusal;
  constructor(refusal: Refusal);
  constructor(code: RefusalCode, message: string, remedy: string);
  constructor(first: RefusalCode | Refusal, message = '', remedy = '') {
    const refusal = typeof first === 'string' ? { code: first, message, remedy } : first;
    super(refusal.message);
    this.refusal = refusal;
  }
}

const MM_PER_UNIT: Readonly<Record<string, number>> = {
  micron: 0.001,
  millimeter: 1,
  centimeter: 10,
  inch: 25.4,
  foot: 304.8,
  meter: 1000,
};
const CHUNK_BYTES = 256 * 1024;
/** extensions whose plain meshes are read in full */
const KNOWN = ['/production/', '/material/'];

/**
 * Reads one model part of a 3MF as it streams by; text, metadata and colours are passed over.
 * Document types and entities are refused, so nothing can be expanded.
 * @source 3MF Core Specification 1.3, chapters 3 and 4
 */
export function readModel(bytes: Uint8Array, path: string, watch: Watch = {}): Model {
  const reader = new ModelReader(path);
  const parser = new SaxesParser();
  parser.on('error', (error) => reader.bad(`is not well-formed XML (${error.message})`));
  parser.on('doctype', () => reader.bad('has a document type; entities are not read'));
  parser.on('opentag', (tag) => reader.open(tag));
  parser.on('closetag', (tag) => reader.close(tag.name));
  const decoder = new TextDecoder('utf-8', { fatal: true });
  try {
    for (let at = 0; at < bytes.length; at += CHUNK_BYTES) {
      parser.write(decoder.decode(bytes.subarray(at, at + CHUNK_BYTES), { stream: true }));
      watch.onProgress?.(at / bytes.length);
      if (watch.isCancelled?.()) break;
    }
    parser.close();
  } catch (error) {
    if (error instanceof TypeError) reader.bad('is not UTF-8 text');
    throw error;
  }
  return reader.model();
}

class ModelReader {
  private readonly path: string;
  private mmPerUnit = 1;
  private prefix = '';
  private needs: string[] = [];
  private readonly objects = new Map<string, ModelObject>();
  private readonly items: Placed[] = [];
  private open_:
    | {
        id: string;
        name?: string | undefined;
        type: string;
        vertices: NumberList;
        corners: number[];
        components: Placed[];
      }
    | undefined;
  private triangles = 0;

  constructor(path: string) {
    this.path = path;
  }

  bad(what: string): never {
    throw new Bad3mf('BAD_3MF', `The part “${this.path}” of the 3MF ${what}.`, 'Export it again, or as STL.');
  }

  open({ name, attributes }: SaxesTagPlain): void {
    if (name === 'model' || name.endsWith(':model')) this.begin(name, attributes);
    else if (!name.startsWith(this.prefix)) return;
    else this.element(name.slice(this.prefix.length), attributes);
  }

  private begin(name: string, attributes: Readonly<Record<string, string>>): void {
    this.prefix = name.slice(0, -'model'.length);
    const unit = attributes.unit ?? 'millimeter';
    this.mmPerUnit =
      MM_PER_UNIT[unit] ??
      this.bad(`gives the unit “${unit.slice(0, 30)}”, which is none of ${Object.keys(MM_PER_UNIT).join(', ')}`);
    this.needs = (attributes.requiredextensions ?? '')
      .split(/\s+/)
      .filter((prefix) => prefix !== '')
      .map((prefix) => attributes[`xmlns:${prefix}`] ?? prefix)
      .filter((name) => !KNOWN.some((known) => name.includes(known)));
  }

  private element(name: string, a: Readonly<Record<string, string>>): void {
    switch (name) {
      case 'object':
        this.open_ = {
          id: this.must(a.id, 'an object without an id'),
          name: a.name,
          type: a.type ?? 'model',
          vertices: new NumberList(),
          corners: [],
          components: [],
        };
        break;
      case 'vertex':
        this.open_?.vertices.push3(this.number(a.x), this.number(a.y), this.number(a.z));
        break;
      case 'triangle':
        this.triangle(a);
        break;
      case 'component':
        this.open_?.components.push(this.placed(a));
        break;
      case 'item':
        this.items.push(this.placed(a));
        break;
    }
  }

  close(name: string): void {
    if (!this.open_ || name !== `${this.prefix}object`) return;
    const { id, vertices, corners, ...rest } = this.open_;
    const count = vertices.length / 3;
    const odd = corners.find((corner) => !(corner < count));
    if (odd !== undefined) this.bad(`has a triangle at vertex ${odd} of object ${id}, which has only ${count}`);
    this.objects.set(id, { ...rest, vertices: vertices.view().slice(), corners: Uint32Array.from(corners) });
    this.open_ = undefined;
  }

  private triangle(a: Readonly<Record<string, string>>): void {
    if (!this.open_) return;
    for (const text of [a.v1, a.v2, a.v3]) {
      const corner = Number(text);
      if (!Number.isInteger(corner) || corner < 0 || text === '') this.bad(`has a triangle with the corner “${text}”`);
      this.open_.corners.push(corner);
    }
    if (++this.triangles > MOST_TRIANGLES) throw new Bad3mf(tooManyTriangles());
  }

  private placed(a: Readonly<Record<string, string>>): Placed {
    const path = Object.entries(a).find(([name]) => name.endsWith(':path'))?.[1];
    return { id: this.must(a.objectid, 'an item without an object'), path, transform: this.transform(a.transform) };
  }

  private transform(text: string | undefined): Affine {
    if (text === undefined) return IDENTITY;
    const numbers = text.trim().split(/\s+/).map(Number);
    return numbers.length === 12 && numbers.every(Number.isFinite)
      ? numbers
      : this.bad('has a transform that is not twelve numbers');
  }

  private number(text: string | undefined): number {
    const value = text === undefined || text === '' ? Number.NaN : Number(text);
    return Number.isFinite(value) ? value : this.bad(`has a vertex with the coordinate “${String(text).slice(0, 30)}”`);
  }

  private must(text: string | undefined, what: string): string {
    return text ?? this.bad(`has ${what}`);
  }

  model(): Model {
    return { mmPerUnit: this.mmPerUnit, objects: this.objects, items: this.items, needs: this.needs };
  }
}
