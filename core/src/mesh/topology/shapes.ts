/** Small closed meshes, as triangle soups in mm: the demo's parts and the tests' solids are made from them. */
export type Soup = Float32Array<ArrayBuffer>;
type Point = readonly [number, number, number];

export const joinSoups = (...soups: readonly Soup[]): Soup => {
  const all = new Float32Array(soups.reduce((sum, soup) => sum + soup.length, 0));
  let at = 0;
  for (const soup of soups) {
    all.set(soup, at);
    at += soup.length;
  }
  return all;
};

export const moved = (soup: Soup, by: Point): Soup => soup.map((value, i) => value + by[i % 3]!);

/** Turns every triangle around: the inside becomes the outside. */
export function flipped(soup: Soup): Soup {
  const out = soup.slice();
  for (let at = 0; at < out.length; at += 9) {
    for (let axis = 0; axis < 3; axis++) {
      out[at + 3 + axis] = soup[at + 6 + axis]!;
      out[at + 6 + axis] = soup[at + 3 + axis]!;
    }
  }
  return out;
}

const quad = (a: Point, b: Point, c: Point, d: Point): number[] => [...a, ...b, ...c, ...a, ...c, ...d];

export function box(xMm: number, yMm: number, zMm: number): Soup {
  const p = (x: number, y: number, z: number): Point => [x * xMm, y * yMm, z * zMm];
  return new Float32Array([
    ...quad(p(0, 0, 0), p(0, 1, 0), p(1, 1, 0), p(1, 0, 0)),
    ...quad(p(0, 0, 1), p(1, 0, 1), p(1, 1, 1), p(0, 1, 1)),
    ...quad(p(0, 0, 0), p(1, 0, 0), p(1, 0, 1), p(0, 0, 1)),
    ...quad(p(0, 1, 0), p(0, 1, 1), p(1, 1, 1), p(1, 1, 0)),
    ...quad(p(0, 0, 0), p(0, 0, 1), p(0, 1, 1), p(0, 1, 0)),
    ...quad(p(1, 0, 0), p(1, 1, 0), p(1, 1, 1), p(1, 0, 1)),
  ]);
}

/**
 * A solid of revolution about z from a profile of [radius, z] points, given so that the material lies to its left
 * when looked at with r to the right and z up. A closed profile repeats its first point.
 */
export function revolved(profile: readonly (readonly [number, number])[], segments = 96): Soup {
  const numbers: number[] = [];
  for (let s = 0; s < segments; s++) {
    const [a, b] = [s, s + 1].map((i) => (2 * Math.PI * (i % segments)) / segments) as [number, number];
    const at = (point: readonly [number, number], angle: number): Point => [
      point[0] * Math.cos(angle),
      point[0] * Math.sin(angle),
      point[1],
    ];
    for (let i = 0; i + 1 < profile.length; i++) {
      const [p, q] = [profile[i]!, profile[i + 1]!];
      if (p[0] > 0) numbers.push(...at(p, a), ...at(p, b), ...at(q, a));
      if (q[0] > 0) numbers.push(...at(p, b), ...at(q, b), ...at(q, a));
    }
  }
  return new Float32Array(numbers);
}

const arc = (radiusMm: number, fromRad: number, toRad: number, count: number): [number, number][] =>
  Array.from({ length: count + 1 }, (_, i) => {
    const angle = fromRad + ((toRad - fromRad) * i) / count;
    const r = radiusMm * Math.cos(angle);
    return [Math.abs(r) < 1e-9 ? 0 : r, radiusMm * Math.sin(angle)];
  });

export const sphere = (radiusMm: number, segments = 96): Soup =>
  revolved(arc(radiusMm, -Math.PI / 2, Math.PI / 2, segments / 2), segments);

/** A hollow ball; `holeMm` > 0 opens it at the top (+z) with a round hole of that diameter. */
export function hollowBall(outerMm: number, innerMm: number, holeMm = 0, segments = 160): Soup {
  if (holeMm === 0) return joinSoups(sphere(outerMm, segments), flipped(sphere(innerMm, segments)));
  const lip = (radius: number) => Math.acos(holeMm / 2 / radius);
  const outside = arc(outerMm, -Math.PI / 2, lip(outerMm), segments / 2);
  const inside = arc(innerMm, lip(innerMm), -Math.PI / 2, segments / 2);
  return revolved([...outside, ...inside], segments);
}

/** A cup open at +z. */
export const cup = (radiusMm: number, heightMm: number, wallMm: number, segments = 96): Soup =>
  revolved(
    [
      [0, 0],
      [radiusMm, 0],
      [radiusMm, heightMm],
      [radiusMm - wallMm, heightMm],
      [radiusMm - wallMm, wallMm],
      [0, wallMm],
    ],
    segments,
  );

export function ring(outerMm: number, innerMm: number, heightMm: number, segments = 96): Soup {
  return revolved(
    [
      [innerMm, 0],
      [outerMm, 0],
      [outerMm, heightMm],
      [innerMm, heightMm],
      [innerMm, 0],
    ],
    segments,
  );
}

/** Writes a binary STL with zero normals. */
export function toBinaryStl(soup: Soup, header = 'north step'): Uint8Array {
  const triangles = soup.length / 9;
  const bytes = new Uint8Array(84 + 50 * triangles);
  for (let i = 0; i < Math.min(80, header.length); i++) bytes[i] = header.charCodeAt(i);
  const view = new DataView(bytes.buffer);
  view.setUint32(80, triangles, true);
  for (let t = 0; t < triangles; t++) {
    for (let i = 0; i < 9; i++) view.setFloat32(84 + t * 50 + 12 + i * 4, soup[t * 9 + i]!, true);
  }
  return bytes;
}

export function toAsciiStl(soup: Soup, name = 'part'): string {
  const lines = [`solid ${name}`];
  for (let at = 0; at < soup.length; at += 9) {
    lines.push('facet normal 0 0 0', 'outer loop');
    for (let c = 0; c < 9; c += 3) lines.push(`vertex ${soup[at + c]} ${soup[at + c + 1]} ${soup[at + c + 2]}`);
    lines.push('endloop', 'endfacet');
  }
  return [...lines, `endsolid ${name}`, ''].join('\n');
}
