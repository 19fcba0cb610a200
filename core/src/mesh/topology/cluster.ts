type Point = readonly [number, number, number];

/** Groups of points joined by steps shorter than `nearMm`, as lists of their numbers. Work grows with the points, not their pairs. */
export function cluster(points: readonly Point[], nearMm: number): readonly (readonly number[])[] {
  const cells = new Map<string, number[]>();
  const cellOf = (p: Point) => p.map((value) => Math.floor(value / nearMm)) as [number, number, number];
  points.forEach((point, i) => {
    const key = cellOf(point).join();
    const here = cells.get(key);
    if (here) here.push(i);
    else cells.set(key, [i]);
  });
  const found: number[][] = [];
  for (let i = 0; i < points.length; i++) {
    const group = take(i);
    if (group.length === 0) continue;
    for (let at = 0; at < group.length; at++) group.push(...take(group[at]!));
    found.push(group);
  }
  return found;

  /** Points near one, itself among them, that no group has yet. */
  function take(i: number): number[] {
    const point = points[i]!;
    const [a, b, c] = cellOf(point);
    const near: number[] = [];
    for (let x = a - 1; x <= a + 1; x++)
      for (let y = b - 1; y <= b + 1; y++)
        for (let z = c - 1; z <= c + 1; z++) {
          const key = `${x},${y},${z}`;
          const here = cells.get(key);
          if (!here) continue;
          const far: number[] = [];
          for (const other of here) {
            const p = points[other]!;
            const close = Math.hypot(p[0] - point[0], p[1] - point[1], p[2] - point[2]) < nearMm;
            (close ? near : far).push(other);
          }
          if (far.length === 0) cells.delete(key);
          else cells.set(key, far);
        }
    return near;
  }
}
