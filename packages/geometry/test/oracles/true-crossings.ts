import type { MultiPolygon, Operand } from "../../src";
import { allRings } from "../../src";
import { toCommonIntegers } from "../../src/numeric";

type Edge = readonly [ax: number, ay: number, bx: number, by: number];

/**
 * Vertices of a result that came from nowhere: neither in the pixel of a vertex that came in, nor within half a step, in x
 * and in y, of where two edges that came in properly cross. Exact.
 */
export function strayVertices(polygons: MultiPolygon, operands: readonly Operand[], step: number): number[][] {
  const edges = operands.flatMap(({ rings }) =>
    rings.flatMap((ring) =>
      Array.from({ length: ring.length / 2 }, (_, i): Edge => {
        const j = (2 * i + 2) % ring.length;
        return [ring[2 * i], ring[2 * i + 1], ring[j], ring[j + 1]];
      }),
    ),
  );
  const strays: number[][] = [];
  for (const ring of allRings(polygons))
    for (let i = 0; i < ring.length; i += 2) {
      const [x, y] = [ring[i], ring[i + 1]];
      if (edges.some(([px, py]) => 2 * Math.abs(px - x) <= step && 2 * Math.abs(py - y) <= step)) continue;
      const near = edges.filter((edge) => mayPass(x, y, 2 * step, edge));
      if (!near.some((e, k) => near.slice(0, k).some((f) => crossNear(x, y, step, e, f)))) strays.push([x, y]);
    }
  return strays;
}

/** Whether an edge may come so near to a point, in doubles with more than enough room for their rounding. */
function mayPass(x: number, y: number, reach: number, [ax, ay, bx, by]: Edge): boolean {
  // So that differences do not overflow.
  const [ux, uy, wx, wy] = [bx / 2 - ax / 2, by / 2 - ay / 2, x / 2 - ax / 2, y / 2 - ay / 2];
  const size = Math.max(Math.abs(ux), Math.abs(uy), Math.abs(wx), Math.abs(wy));
  // Nor drown: what is so small is looked at exactly.
  if (size < 2 ** -900) return true;
  const twist = (ux / size) * (wy / size) - (uy / size) * (wx / size);
  return Math.abs(twist) <= (reach / size) * (Math.abs(ux / size) + Math.abs(uy / size)) + 1e-14;
}

/** Whether two edges properly cross, within half a step of a point in x and in y. */
function crossNear(x: number, y: number, step: number, e: Edge, f: Edge): boolean {
  const { integers } = toCommonIntegers([x, y, step, ...e, ...f]);
  const [px, py, side, ax, ay, bx, by, cx, cy, dx, dy] = integers;
  const cross = (p: bigint, q: bigint, r: bigint, s: bigint): bigint => p * s - q * r;
  const [ux, uy, vx, vy] = [bx - ax, by - ay, dx - cx, dy - cy];
  const isBetween = (p: bigint, q: bigint): boolean => (p > 0n && q < 0n) || (p < 0n && q > 0n);
  if (!isBetween(cross(ux, uy, cx - ax, cy - ay), cross(ux, uy, dx - ax, dy - ay))) return false;
  if (!isBetween(cross(vx, vy, ax - cx, ay - cy), cross(vx, vy, bx - cx, by - cy))) return false;
  const [num, den] = [cross(cx - ax, cy - ay, vx, vy), cross(ux, uy, vx, vy)];
  const size = (value: bigint): bigint => (value < 0n ? -value : value);
  return [ux * num - (px - ax) * den, uy * num - (py - ay) * den].every((off) => 2n * size(off) <= side * size(den));
}
