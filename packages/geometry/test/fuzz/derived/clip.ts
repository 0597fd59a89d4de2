import { clipLines, locatePoint, type Ring } from "../../../src";
import { sizeOf, textOf } from "./cut";
import { type Random, randomOperand, whole } from "./outlines";
import { type Run, timed } from "./run";

/**
 * Lines clipped to a shape, those that go there and back along themselves and along its boundary among them: as long as
 * the stretches between their crossings with the edges whose middles lie inside or on the boundary.
 */
export function clip(r: Random): Run {
  const shape = randomOperand(r);
  const place = (): number => (r() < 0.6 ? whole(r, 11) : 12 * r() - 1);
  const points = Array.from({ length: 2 + whole(r, 5) }, () => [place(), place()]);
  // There and back, to the start or to somewhere on the way.
  if (r() < 0.4) points.push(points[points.length - 2]);
  if (r() < 0.3) points.push([...points].reverse()[whole(r, points.length)]);
  const line = Float64Array.from(points.flat());
  const { result, milliseconds } = timed(() => clipLines([line], shape));
  const want = lengthWithin(line, shape.rings, (x, y) => locatePoint(x, y, shape).side !== "outside");
  const found = result.reduce((sum, part) => sum + lengthOf(part), 0);
  const faults = Math.abs(found - want) <= 1e-9 ? [] : [`a length of ${found}, not ${want}`];
  for (const part of result) if (part.length < 4) faults.push("a part of one point");
  return { input: `[${line}] in ${textOf(shape)}`, size: sizeOf(shape), milliseconds, faults };
}

function lengthOf(line: Ring): number {
  let sum = 0;
  for (let i = 2; i < line.length; i += 2) sum += Math.hypot(line[i] - line[i - 2], line[i + 1] - line[i - 1]);
  return sum;
}

function lengthWithin(line: Ring, rings: readonly Ring[], isWithin: (x: number, y: number) => boolean): number {
  let sum = 0;
  for (let i = 2; i < line.length; i += 2) {
    const [ax, ay, bx, by] = [line[i - 2], line[i - 1], line[i], line[i + 1]];
    const [dx, dy] = [bx - ax, by - ay];
    const length = Math.hypot(dx, dy);
    if (length === 0) continue;
    const stops = [0, 1];
    for (const ring of rings)
      for (let k = 0; k < ring.length; k += 2) {
        const j = (k + 2) % ring.length;
        const [px, py, ex, ey] = [ring[k], ring[k + 1], ring[j] - ring[k], ring[j + 1] - ring[k + 1]];
        const cross = dx * ey - dy * ex;
        if (cross !== 0) stops.push(((px - ax) * ey - (py - ay) * ex) / cross);
        stops.push(((px - ax) * dx + (py - ay) * dy) / (length * length));
      }
    const along = stops.filter((t) => t >= 0 && t <= 1).sort((a, b) => a - b);
    for (let k = 1; k < along.length; k++) {
      if (along[k] - along[k - 1] < 1e-12) continue;
      const t = (along[k] + along[k - 1]) / 2;
      const [x, y] = [ax + t * dx, ay + t * dy];
      // On an edge but for rounding counts as on it.
      const near = [0, 2e-14, -2e-14].some((d) => isWithin(x - (d * dy) / length, y + (d * dx) / length));
      if (near) sum += (along[k] - along[k - 1]) * length;
    }
  }
  return sum;
}
