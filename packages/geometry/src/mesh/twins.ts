/**
 * The other half of each edge of a mesh: half-edge h runs from corner h of the index list to the next corner of its
 * triangle, and twins[h] runs back along it, or is −1 at the boundary. Linear time: half-edges are put in order of their
 * two ends by counting.
 */
export function twinsOf(indices: ArrayLike<number>, vertices: number): Int32Array {
  const halves = indices.length;
  const other = (h: number): number => indices[nextCorner(h)];
  const least = (h: number): number => Math.min(indices[h], other(h));
  const greatest = (h: number): number => Math.max(indices[h], other(h));
  let order = new Int32Array(halves);
  for (let h = 0; h < halves; h++) order[h] = h;
  for (const end of [greatest, least]) {
    const next = new Int32Array(vertices + 1);
    for (let h = 0; h < halves; h++) next[end(h) + 1]++;
    for (let v = 0; v < vertices; v++) next[v + 1] += next[v];
    const sorted = new Int32Array(halves);
    for (const h of order) sorted[next[end(h)]++] = h;
    order = sorted;
  }
  const twins = new Int32Array(halves).fill(-1);
  for (let k = 0; k + 1 < halves; k++) {
    const [h, g] = [order[k], order[k + 1]];
    if (indices[h] !== other(g) || other(h) !== indices[g]) continue;
    twins[h] = g;
    twins[g] = h;
    k++;
  }
  return twins;
}

/** The next corner of the same triangle. */
export function nextCorner(h: number): number {
  return h % 3 === 2 ? h - 2 : h + 1;
}
