import { bounds, operandOf } from "@vertexon/geometry";
import type { Shape } from "@vertexon/notation";
import type { AskedSheet } from "../asked-sheet";
import { classify, type ProbedPoints } from "../probed-points";

/** Beyond so many vertices a shape's test vectors are those of some of them. */
const MOST_VERTICES = 20_000;

/**
 * Points that programs get wrong, with the right answers: on vertices and in the middle of edges, the next doubles beside them, level with
 * vertices, and far away. Null for what is no shape; throws where there would be too many.
 */
export function testVectors(sheet: AskedSheet, { name }: { name: string }): { points: ProbedPoints } | null {
  const shape = sheet.shape(name);
  if (!shape) return null;
  if (shape.vertexCount > MOST_VERTICES)
    throw new Error(
      `test vectors are made for shapes of up to ${MOST_VERTICES} vertices; this one has ${shape.vertexCount}`,
    );
  const { x, y } = nastyPoints(shape);
  const steps = classify(shape, Float64Array.from(x), Float64Array.from(y), null);
  let step = steps.next();
  while (!step.done) step = steps.next();
  return { points: step.value };
}

function nastyPoints(shape: Shape): { x: number[]; y: number[] } {
  const { rings } = operandOf(shape.polygons);
  const [x, y]: [number[], number[]] = [[], []];
  const add = (px: number, py: number): void => {
    x.push(px);
    y.push(py);
  };
  const box = bounds(rings);
  if (!box) return { x, y };
  const { minX, minY, maxX, maxY } = box;
  const size = Math.max(maxX - minX, maxY - minY);
  for (const ring of rings)
    for (let i = 0; i < ring.length; i += 2) {
      const [ax, ay] = [ring[i], ring[i + 1]];
      const [bx, by] = [ring[(i + 2) % ring.length], ring[(i + 3) % ring.length]];
      const [mx, my] = [(ax + bx) / 2, (ay + by) / 2];
      for (const [px, py] of [
        [ax, ay],
        [mx, my],
      ]) {
        add(px, py);
        add(beside(px, 1), py);
        add(beside(px, -1), py);
        add(px, beside(py, 1));
        add(px, beside(py, -1));
      }
      // Level with a vertex, to both sides: a ray runs through it.
      add(minX - size / 8, ay);
      add((ax + minX) / 2, ay);
      add((ax + maxX) / 2, ay);
      add(maxX + size / 8, ay);
    }
  for (const far of [1e3, 1e6, 1e12])
    for (const [px, py] of [
      [maxX + far * size, maxY],
      [minX - far * size, minY],
      [maxX, maxY + far * size],
      [minX, minY - far * size],
    ])
      add(px, py);
  return { x, y };
}

/** The next double. */
function beside(value: number, way: 1 | -1): number {
  if (value === 0) return way * Number.MIN_VALUE;
  const view = new DataView(new ArrayBuffer(8));
  view.setFloat64(0, value);
  view.setBigInt64(0, view.getBigInt64(0) + BigInt(value > 0 ? way : -way));
  return view.getFloat64(0);
}
