import { strToU8, zipSync } from 'fflate';
import { describe, expect, it } from 'vitest';
import { box, cup, measureMesh, meshFormat, plateParts, readMesh, type Soup, toBinaryStl, weld } from '../index.ts';

const bytesOf = (text: string) => new TextEncoder().encode(text);
const read = (bytes: Uint8Array) => {
  const result = readMesh(bytes);
  return result.ok ? result.value : result.refusal;
};
const measured = (bytes: Uint8Array, unit?: 'inch') => {
  const result = measureMesh(bytes, { voxelMm: 20, unit });
  if (!result.ok) throw new Error(result.refusal.message);
  return result.value.measures;
};

describe('a plate of several parts', () => {
  const mesh = (soup: Soup) => {
    const { vertices, corners } = weld(soup);
    const tags = (numbers: ArrayLike<number>, tag: string, names: string) =>
      Array.from(
        { length: numbers.length / 3 },
        (_, i) =>
          `<${tag} ${names
            .split(' ')
            .map((name, k) => `${name}="${numbers[i * 3 + k]}"`)
            .join(' ')}/>`,
      ).join('');
    return `<mesh><vertices>${tags(vertices, 'vertex', 'x y z')}</vertices><triangles>${tags(corners, 'triangle', 'v1 v2 v3')}</triangles></mesh>`;
  };
  const plate = (items: string, lidType = 'model') =>
    zipSync({
      '3D/3dmodel.model': strToU8(
        `<?xml version="1.0"?><model unit="centimeter" xmlns="x"><resources><object id="1" name="fin">${mesh(box(1, 2, 3))}</object><object id="2" name="lid" type="${lidType}">${mesh(box(2, 2, 0.5))}</object></resources><build>${items}</build></model>`,
      ),
    });
  it('is a file of each with its own count, in millimetres', () => {
    const parts = plateParts(
      plate(
        '<item objectid="1"/><item objectid="2" transform="1 0 0 0 1 0 0 0 1 9 0 0"/><item objectid="1" transform="1 0 0 0 1 0 0 0 1 5 0 0"/>',
      ),
    )!;
    expect(parts.map(({ name, count, stl }) => [name, count, measured(stl).boxMm])).toEqual([
      ['fin', 2, [10, 20, 30]],
      ['lid', 1, [20, 20, 5]],
    ]);
  });
  it('stays whole when it holds one thing, or supports that belong to it', () => {
    expect(plateParts(plate('<item objectid="1"/>'))).toBeUndefined();
    expect(plateParts(plate('<item objectid="1"/><item objectid="2"/>', 'support'))).toBeUndefined();
    expect(plateParts(toBinaryStl(box(1, 1, 1)))).toBeUndefined();
  });
});

describe('OBJ', () => {
  const L = 'v 0 0 0\nv 30 0 0\nv 30 10 0\nv 10 10 0\nv 10 30 0\nv 0 30 0\n';
  it('cuts a hollow polygon into triangles that add up to its area, facing as drawn', () => {
    // an L of 30 × 30 with arms 10 wide: 500 mm²; a fan from its first corner would still do, from its second not
    for (const [face, up] of [
      ['f 2 3 4 5 6 1', 1],
      ['f 1 6 5 4 3 2', -1],
    ] as const) {
      const soup = read(bytesOf(`${L}${face}\n`)) as { positions: Float32Array };
      let twice = 0;
      for (let t = 0; t < soup.positions.length; t += 9) {
        const p = soup.positions;
        const z = (p[t + 3]! - p[t]!) * (p[t + 7]! - p[t + 1]!) - (p[t + 4]! - p[t + 1]!) * (p[t + 6]! - p[t]!);
        expect(Math.sign(z)).toBe(up);
        twice += Math.abs(z);
      }
      expect(twice / 2).toBeCloseTo(500, 4);
      expect(soup.positions.length / 9).toBe(4);
    }
  });
  it('reads negative numbers, slashes, joined lines, groups and quads: a box measures as a box', () => {
    const text = `# made here
o crate
v 0 0 0\nv 2 0 0\nv 2 3 0\nv 0 3 0
v 0 0 4\nv 2 0 4\nv 2 3 4 \\
 1.0\nv 0 3 4
vt 0 0\nvn 0 0 1\ns off
f 4/1/1 3/1/1 2/1/1 1/1/1
f 5//1 6//1 7//1 8//1
g sides
f -8 -7 -3 -4\nf -7 -6 -2 -3\r
f -6 -5 -1 -2\nf -5 -8 -4 -1
`;
    const m = measured(bytesOf(text));
    expect([m.format, m.volumeMm3, m.areaMm2, m.watertight]).toEqual([
      'obj',
      expect.closeTo(24, 5),
      expect.closeTo(52, 5),
      true,
    ]);
    expect(m.objects).toEqual([
      { name: 'crate', triangles: 4, support: false },
      { name: 'sides', triangles: 8, support: false },
    ]);
  });
  it.each([
    ['a vertex that is not there', 'v 0 0 0\nv 1 0 0\nf 1 2 3\n', 'BAD_OBJ', 'Line 3'],
    ['a negative number too far back', 'v 0 0 0\nv 1 0 0\nv 1 1 0\nf -4 2 3\n', 'BAD_OBJ', 'none of the 3 vertices'],
    ['corner nought', 'v 0 0 0\nv 1 0 0\nv 1 1 0\nf 0 1 2\n', 'BAD_OBJ', 'Line 4'],
    ['a face of two corners', 'v 0 0 0\nv 1 0 0\nf 1 2\n', 'BAD_OBJ', 'three corners'],
    ['a vertex of two numbers', 'v 0 0\n', 'BAD_OBJ', 'three numbers'],
    ['no faces', 'v 0 0 0\nv 1 0 0\nv 1 1 0\n', 'NO_SURFACE', 'no triangle'],
  ])('refuses %s', (_, text, code, words) =>
    expect(read(bytesOf(text))).toMatchObject({ code, message: expect.stringContaining(words) }),
  );
  it('leaves out faces with corners that are not numbers, and says so', () => {
    const soup = read(bytesOf('v 0 0 0\nv 1 0 0\nv 1 1 x\nv 0 1 0\nf 1 2 3\nf 1 2 4\n'));
    expect(soup).toMatchObject({ warnings: [{ code: 'NOT_NUMBERS', message: expect.stringContaining('1 faces') }] });
  });
});

const RELS = `<?xml version="1.0"?><Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships"><Relationship Target="/3D/3dmodel.model" Id="r0" Type="http://schemas.microsoft.com/3dmanufacturing/2013/01/3dmodel"/></Relationships>`;
function meshXml(soup: Soup): string {
  const { vertices, corners } = weld(soup);
  const v = Array.from(
    { length: vertices.length / 3 },
    (_, i) => `<vertex x="${vertices[i * 3]}" y="${vertices[i * 3 + 1]}" z="${vertices[i * 3 + 2]}"/>`,
  );
  const t = Array.from(
    { length: corners.length / 3 },
    (_, i) => `<triangle v1="${corners[i * 3]}" v2="${corners[i * 3 + 1]}" v3="${corners[i * 3 + 2]}"/>`,
  );
  return `<mesh><vertices>${v.join('')}</vertices><triangles>${t.join('')}</triangles></mesh>`;
}
const model = (resources: string, build: string, attributes = 'unit="millimeter"') =>
  `<?xml version="1.0" encoding="UTF-8"?><model ${attributes} xmlns="http://schemas.microsoft.com/3dmanufacturing/core/2015/02" xmlns:p="http://schemas.microsoft.com/3dmanufacturing/production/2015/06"><resources>${resources}</resources><build>${build}</build></model>`;
const zip3mf = (text: string, more: Record<string, string> = {}) =>
  zipSync(
    Object.fromEntries(
      Object.entries({ '_rels/.rels': RELS, '3D/3dmodel.model': text, ...more }).map(([path, body]) => [
        path,
        strToU8(body),
      ]),
    ),
  );

describe('3MF', () => {
  const cube = `<object id="1" type="model" name="crate">${meshXml(box(2, 3, 4))}</object>`;
  it('places several objects with their transforms, in the file’s unit', () => {
    const text = model(
      `${cube}<object id="2" type="support">${meshXml(box(1, 1, 1))}</object>`,
      '<item objectid="1" transform="0 1 0 -1 0 0 0 0 1 10 20 30"/><item objectid="2"/>',
      'unit="inch"',
    );
    const m = measured(zip3mf(text));
    expect([m.format, m.shells]).toEqual(['3mf', 2]);
    expect(m.volumeMm3! / (25 * 25.4 ** 3)).toBeCloseTo(1, 4);
    // turned by 90° about z and shifted: x from 7 to 10, y from 20 to 22, with the small one at the origin
    expect(m.boxMm.map((mm) => mm / 25.4)).toEqual([10, 22, 34].map((inch) => expect.closeTo(inch, 3)));
    expect(m.objects).toEqual([
      expect.objectContaining({ name: 'crate', triangles: 12, support: false }),
      { id: '3d/3dmodel.model#2', name: 'object 2', triangles: 12, support: true },
    ]);
    expect(m.supports).toMatchObject({ by: 'file', shells: [1] });
    // the unit that the user chooses goes before the file's
    expect(
      measured(zip3mf(text.replace('unit="inch"', 'unit="meter"')), 'inch').volumeMm3! / (25 * 25.4 ** 3),
    ).toBeCloseTo(1, 4);
  });
  it('follows components, parts in other files, and turns mirrored ones outwards', () => {
    const other = model(cube, '');
    const text = model(
      `<object id="7"><components><component objectid="1" p:path="/3D/Parts/a.model" transform="-1 0 0 0 1 0 0 0 1 0 0 0"/><component objectid="1" p:path="/3D/Parts/a.model"/></components></object>`,
      '<item objectid="7" transform="2 0 0 0 2 0 0 0 2 0 0 0"/>',
    );
    const m = measured(zip3mf(text, { '3D/Parts/a.model': other }));
    expect(m.volumeMm3).toBeCloseTo(2 * 24 * 8, 2);
    expect(m.warnings).toEqual([]);
  });
  it('reads objects even without a build, and says which extension it passed over', () => {
    const m = measured(zip3mf(model(cube, '', 'requiredextensions="b" xmlns:b="urn:beams"')));
    expect(m.volumeMm3).toBeCloseTo(24, 4);
    expect(m.warnings[0]).toMatchObject({ code: 'EXTENSION', message: expect.stringContaining('urn:beams') });
  });
  const item = '<item objectid="1"/>';
  it.each([
    ['a missing model', zipSync({ '_rels/.rels': strToU8(RELS) }), 'MISSING_PART', '3dmodel.model'],
    ['a missing object', zip3mf(model(cube, '<item objectid="9"/>')), 'MISSING_PART', 'Object 9'],
    [
      'an object that holds itself',
      zip3mf(model('<object id="1"><components><component objectid="1"/></components></object>', item)),
      'BAD_3MF',
      'holds itself',
    ],
    ['a vertex that is not there', zip3mf(model(cube.replace('v1="0"', 'v1="99"'), item)), 'BAD_3MF', 'vertex 99'],
    ['words for numbers', zip3mf(model(cube.replace('x="0"', 'x="much"'), item)), 'BAD_3MF', '“much”'],
    ['a short transform', zip3mf(model(cube, '<item objectid="1" transform="1 0 0"/>')), 'BAD_3MF', 'twelve numbers'],
    ['an unknown unit', zip3mf(model(cube, item, 'unit="ell"')), 'BAD_3MF', '“ell”'],
    ['broken XML', zip3mf(model(cube, item).slice(0, -20)), 'BAD_3MF', 'well-formed'],
    [
      'entities',
      zip3mf(model(cube, item).replace('<model', '<!DOCTYPE model [<!ENTITY a "aaaaaaaa">]><model')),
      'BAD_3MF',
      'document type',
    ],
    ['an entity nobody declared', zip3mf(model(cube.replace('crate', '&boom;'), item)), 'BAD_3MF', 'well-formed'],
    ['half a zip', zip3mf(model(cube, item)).slice(0, 300), 'TRUNCATED', 'damaged'],
  ])('refuses %s, saying what is wrong', (_, bytes, code, words) =>
    expect(read(bytes)).toMatchObject({ code, message: expect.stringContaining(words), remedy: expect.any(String) }),
  );
  /** The size that the zip's directory promises for its last entry, changed. */
  const promising = (bytes: Uint8Array, size: number) => {
    const lying = bytes.slice();
    const entry = lying.findLastIndex(
      (_, i) => lying[i] === 0x50 && lying[i + 1] === 0x4b && lying[i + 2] === 1 && lying[i + 3] === 2,
    );
    new DataView(lying.buffer).setUint32(entry + 24, size, true);
    return lying;
  };
  it('refuses what promises to unpack to more than there is room for, and never unpacks more than was promised', () => {
    const good = zip3mf(model(cube, item));
    const before = process.memoryUsage().arrayBuffers;
    expect(read(promising(good, 500 * 1024 * 1024))).toMatchObject({
      code: 'TOO_LARGE',
      message: expect.stringContaining('400 MB'),
    });
    expect(process.memoryUsage().arrayBuffers - before).toBeLessThan(10e6);
    const cut = read(promising(good, 60)) as { code: string };
    expect(['TRUNCATED', 'BAD_3MF']).toContain(cut.code);
  });
  it('refuses components that multiply without end', () => {
    const level = (id: number) =>
      `<object id="${id}"><components>${`<component objectid="${id - 1}"/>`.repeat(40)}</components></object>`;
    const text = model(`${cube}${[2, 3, 4, 5].map(level).join('')}`, '<item objectid="5"/>');
    expect(read(zip3mf(text))).toMatchObject({ code: 'TOO_LARGE' });
  });
  it('refuses components that multiply without end and hold nothing', () => {
    const level = (id: number) =>
      `<object id="${id}"><components>${`<component objectid="${id - 1}"/>`.repeat(40)}</components></object>`;
    const text = model(`<object id="1"></object>${[2, 3, 4, 5, 6, 7, 8].map(level).join('')}`, '<item objectid="8"/>');
    expect(read(zip3mf(text))).toMatchObject({
      code: 'TOO_LARGE',
      message: 'The 3MF places more than 20,000 objects; it was not put together.',
    });
  });
});

describe('a corner that no workshop reaches', () => {
  it.each([
    [1e38, /more than a thousand kilometres/],
    [2e5, /lies 200 m from where its file begins; at most 100 m are read/],
  ])('at %f mm is refused before anything is measured', (far, said) => {
    const part = cup(5, 5, 1, 12);
    part[0] = far;
    const result = measureMesh(toBinaryStl(part));
    expect(result).toMatchObject({ ok: false, refusal: { code: 'TOO_LARGE', message: expect.stringMatching(said) } });
  });
});

describe('formats are told by content', () => {
  it.each([
    ['stl', toBinaryStl(cup(5, 5, 1, 12))],
    ['stl', bytesOf('solid v 1 2 3\nfacet normal 0 0 0\n')],
    ['obj', bytesOf('\n# hello\nv 0 0 0\n')],
    ['obj', bytesOf('mtllib a.mtl\no thing\n')],
    ['3mf', zipSync({ a: new Uint8Array(1) })],
    ['stl', bytesOf('Dear workshop, please find the part attached.')],
  ])('%s', (format, bytes) => expect(meshFormat(bytes)).toBe(format));
});
