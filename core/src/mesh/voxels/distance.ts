const FAR = 1e10;

/**
 * Distance of every voxel to the nearest marked one, in voxels, exact.
 * @param marked one byte a voxel, not 0 = marked
 * @source Felzenszwalb & Huttenlocher (2012), distance transforms of sampled functions
 */
export function distanceTo(marked: Uint8Array, nx: number, ny: number, nz: number): Float32Array {
  const squared = new Float32Array(marked.length);
  const scratch = new Envelope(Math.max(nx, ny, nz));
  for (let row = 0; row < ny * nz; row++) alongRow(marked, squared, row * nx, nx);
  for (let k = 0; k < nz; k++) for (let i = 0; i < nx; i++) scratch.sweep(squared, k * nx * ny + i, nx, ny);
  for (let column = 0; column < nx * ny; column++) scratch.sweep(squared, column, nx * ny, nz);
  for (let v = 0; v < squared.length; v++) squared[v] = Math.sqrt(squared[v]!);
  return squared;
}

/** Along the first axis the nearest mark is the last one passed, from either end. */
function alongRow(marked: Uint8Array, squared: Float32Array, from: number, count: number): void {
  let since = Number.POSITIVE_INFINITY;
  for (let v = from; v < from + count; v++) {
    since = marked[v] !== 0 ? 0 : since + 1;
    squared[v] = since === Number.POSITIVE_INFINITY ? FAR : since * since;
  }
  since = Number.POSITIVE_INFINITY;
  for (let v = from + count - 1; v >= from; v--) {
    since = marked[v] !== 0 ? 0 : since + 1;
    if (since * since < squared[v]!) squared[v] = since * since;
  }
}

/** The lower envelope of parabolas along one line of the grid. */
class Envelope {
  private readonly line: Float64Array;
  private readonly roots: Int32Array;
  private readonly edges: Float64Array;

  constructor(longest: number) {
    this.line = new Float64Array(longest);
    this.roots = new Int32Array(longest);
    this.edges = new Float64Array(longest + 1);
  }

  sweep(values: Float32Array, from: number, stride: number, count: number): void {
    const { line, roots, edges } = this;
    let any = false;
    let last = -1;
    for (let q = 0; q < count; q++) {
      line[q] = values[from + q * stride]!;
      if (line[q]! < FAR) any = true;
    }
    if (!any) return;
    for (let q = 0; q < count; q++) {
      if (line[q]! >= FAR) continue;
      let meet = Number.NEGATIVE_INFINITY;
      while (last >= 0) {
        const root = roots[last]!;
        meet = (line[q]! + q * q - line[root]! - root * root) / (2 * (q - root));
        if (meet > edges[last]!) break;
        last--;
      }
      last++;
      roots[last] = q;
      edges[last] = last === 0 ? Number.NEGATIVE_INFINITY : meet;
    }
    let at = 0;
    for (let q = 0; q < count; q++) {
      while (at < last && edges[at + 1]! < q) at++;
      const away = q - roots[at]!;
      values[from + q * stride] = away * away + line[roots[at]!]!;
    }
  }
}
