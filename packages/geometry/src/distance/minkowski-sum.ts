import type { Ring } from "../polygon";

/**
 * The Minkowski sum of two convex rings in the positive sense: both rings' edges, merged by direction, from the sum of their lowest
 * vertices on. O(n + m). Source: M. de Berg et al., Computational Geometry, 3rd edition, section 13.3.
 */
export function minkowskiSum(a: Ring, b: Ring): Ring {
  const [n, m] = [a.length / 2, b.length / 2];
  const [i0, j0] = [lowest(a), lowest(b)];
  const sum: number[] = [];
  for (let i = 0, j = 0; i < n || j < m; ) {
    const p = 2 * ((i0 + i) % n);
    const q = 2 * ((j0 + j) % m);
    sum.push(a[p] + b[q], a[p + 1] + b[q + 1]);
    const [pn, qn] = [2 * ((i0 + i + 1) % n), 2 * ((j0 + j + 1) % m)];
    const turn = (a[pn] - a[p]) * (b[qn + 1] - b[q + 1]) - (a[pn + 1] - a[p + 1]) * (b[qn] - b[q]);
    // Edges of one direction are gone along at once.
    const goesOnA = j === m || (i < n && turn >= 0);
    const goesOnB = i === n || (j < m && turn <= 0);
    if (goesOnA) i++;
    if (goesOnB) j++;
  }
  return Float64Array.from(sum);
}

/** The lowest vertex, of several the leftmost: edges from there on turn once around, beginning to the right. */
function lowest(ring: Ring): number {
  let best = 0;
  for (let i = 2; i < ring.length; i += 2)
    if (ring[i + 1] < ring[best + 1] || (ring[i + 1] === ring[best + 1] && ring[i] < ring[best])) best = i;
  return best / 2;
}
