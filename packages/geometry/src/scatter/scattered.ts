import { triangulate } from "../mesh";
import type { MultiPolygon } from "../polygon";
import { randomFrom } from "./random";

/**
 * Points x0 y0 … drawn evenly from valid polygons, `count` of them, the same for the same seed; none where there is no area. A
 * triangle is drawn by its area, then a place in it by two numbers folded into it. O(n log n) for n vertices, then O(log n) a point.
 */
export function scattered(polygons: MultiPolygon, count: number, seed: number): Float64Array {
  const { vertices, indices } = triangulate(polygons);
  const sums = new Float64Array(indices.length / 3);
  let total = 0;
  for (let t = 0; t < sums.length; t++) {
    const [a, b, c] = [2 * indices[3 * t], 2 * indices[3 * t + 1], 2 * indices[3 * t + 2]];
    const [ux, uy] = [vertices[b] - vertices[a], vertices[b + 1] - vertices[a + 1]];
    const [vx, vy] = [vertices[c] - vertices[a], vertices[c + 1] - vertices[a + 1]];
    total += Math.abs(ux * vy - uy * vx);
    sums[t] = total;
  }
  if (total === 0) return new Float64Array(0);
  const random = randomFrom(seed);
  const points = new Float64Array(2 * count);
  for (let i = 0; i < count; i++) {
    const t = firstAbove(sums, random() * total);
    const [a, b, c] = [2 * indices[3 * t], 2 * indices[3 * t + 1], 2 * indices[3 * t + 2]];
    let [u, v] = [random(), random()];
    if (u + v > 1) [u, v] = [1 - u, 1 - v];
    for (const k of [0, 1])
      points[2 * i + k] =
        vertices[a + k] + u * (vertices[b + k] - vertices[a + k]) + v * (vertices[c + k] - vertices[a + k]);
  }
  return points;
}

function firstAbove(sums: Float64Array, value: number): number {
  let low = 0;
  let high = sums.length - 1;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (sums[middle] > value) high = middle;
    else low = middle + 1;
  }
  return low;
}
