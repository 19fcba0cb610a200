import { ok, type Refusal, type Result, refuse } from '../result/index.ts';
import { plainNumber } from '../units/index.ts';
import { type MeshWarning, noSurface, parseStl, type TriangleSoup, type Watch } from './parseStl.ts';
import { findPockets, type Pockets } from './pockets.ts';
import { topologyOf } from './topology.ts';
import { normalOf, type Wall, wallThickness } from './wall.ts';
import { weld } from './weld.ts';

export const MESH_UNITS = ['mm', 'cm', 'm', 'inch'] as const;
export type MeshUnit = (typeof MESH_UNITS)[number];
const MM_PER: Readonly<Record<MeshUnit, number>> = { mm: 1, cm: 10, m: 1000, inch: 25.4 };

export type MeshMeasures = {
  readonly format: TriangleSoup['format'];
  readonly triangles: number;
  readonly watertight: boolean;
  readonly shells: number;
  readonly areaMm2: number;
  /** withheld for open or inside-out meshes */
  readonly volumeMm3?: number;
  readonly boxMm: readonly [number, number, number];
  readonly wall?: Wall;
  readonly warnings: readonly MeshWarning[];
} & Partial<Pockets>;

export type MeasureOptions = Watch & {
  readonly unit?: MeshUnit;
  /** direction that points up as it hangs, default +z */
  readonly pose?: readonly [number, number, number];
  readonly voxelMm?: number;
};

export type Measured = { readonly measures: MeshMeasures /** scaled to mm */; readonly positions: Float32Array };

const SMALL_MM = 2;
const LARGE_MM = 2000;

/** Reads and measures an STL. @returns measures with the triangles in mm, or a refusal that says what is wrong */
export function measureStl(bytes: Uint8Array, options: MeasureOptions = {}): Result<Measured, Refusal> {
  const scaled = (from: number, to: number): Watch => ({
    isCancelled: options.isCancelled,
    onProgress: options.onProgress && ((share) => options.onProgress!(from + share * (to - from))),
  });
  const soup = parseStl(bytes, scaled(0, 0.3));
  if (!soup.ok) return soup;
  const factor = MM_PER[options.unit ?? 'mm'];
  const positions = factor === 1 ? soup.value.positions : soup.value.positions.map((value) => value * factor);
  const basics = surfaceOf(positions);
  if (!(basics.areaMm2 > 0)) return refuse(noSurface());
  const topology = topologyOf(weld(positions));
  options.onProgress?.(0.55);
  const warnings = [...soup.value.warnings, ...doubts(basics, topology.openEdges, options.unit)];
  const insideOut = topology.watertight && basics.signedMm3 < 0;
  const wall = wallThickness(positions, basics.areaMm2, insideOut ? -1 : 1, scaled(0.55, 0.8));
  const solid = topology.watertight && !insideOut;
  const pockets = solid ? findPockets(positions, basics.boxMm, basics.minMm, options) : undefined;
  if (options.isCancelled?.())
    return refuse({ code: 'CANCELLED', message: 'Measuring was cancelled. Nothing was kept.' });
  options.onProgress?.(1);
  return ok({
    positions,
    measures: {
      format: soup.value.format,
      triangles: positions.length / 9,
      watertight: topology.watertight,
      shells: topology.shells,
      areaMm2: basics.areaMm2,
      volumeMm3: solid ? basics.signedMm3 : undefined,
      boxMm: basics.boxMm,
      wall,
      ...pockets,
      warnings,
    },
  });
}

type Surface = {
  readonly areaMm2: number;
  /** by signed tetrahedra from the first corner; negative when inside out */
  readonly signedMm3: number;
  readonly boxMm: readonly [number, number, number];
  readonly minMm: readonly [number, number, number];
};

function surfaceOf(p: Float32Array): Surface {
  const low = [Number.POSITIVE_INFINITY, Number.POSITIVE_INFINITY, Number.POSITIVE_INFINITY];
  const high = [Number.NEGATIVE_INFINITY, Number.NEGATIVE_INFINITY, Number.NEGATIVE_INFINITY];
  let twiceArea = 0;
  let sixVolume = 0;
  for (let at = 0; at < p.length; at += 9) {
    const [nx, ny, nz] = normalOf(p, at);
    twiceArea += Math.hypot(nx, ny, nz);
    sixVolume += (p[at]! - p[0]!) * nx + (p[at + 1]! - p[1]!) * ny + (p[at + 2]! - p[2]!) * nz;
    for (let i = 0; i < 9; i++) {
      const value = p[at + i]!;
      const axis = i % 3;
      if (value < low[axis]!) low[axis] = value;
      if (value > high[axis]!) high[axis] = value;
    }
  }
  return {
    areaMm2: twiceArea / 2,
    signedMm3: sixVolume / 6,
    boxMm: [high[0]! - low[0]!, high[1]! - low[1]!, high[2]! - low[2]!],
    minMm: [low[0]!, low[1]!, low[2]!],
  };
}

function doubts(surface: Surface, openEdges: number, unit: MeshUnit | undefined): MeshWarning[] {
  const warnings: MeshWarning[] = [];
  const longest = Math.max(...surface.boxMm);
  if (longest < SMALL_MM) {
    warnings.push({
      code: 'VERY_SMALL',
      message: `The part is only ${plainNumber(longest)} mm long. Was it drawn in inches, centimetres or metres?${unit ? '' : ' Choose the unit.'}`,
    });
  }
  if (longest > LARGE_MM) {
    warnings.push({
      code: 'VERY_LARGE',
      message: `The part is ${plainNumber(longest / 1000)} m long. Is the unit right?`,
    });
  }
  if (openEdges > 0) {
    warnings.push({
      code: 'OPEN_MESH',
      message: `${openEdges} edges are open or turned: the area is used, the volume is withheld.`,
    });
  } else if (surface.signedMm3 < 0) {
    warnings.push({
      code: 'INSIDE_OUT',
      message: 'The faces point inwards: the area is used, the volume is withheld.',
    });
  }
  return warnings;
}
