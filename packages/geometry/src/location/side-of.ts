import { orientation } from "../numeric";

/**
 * On which side of the line from a to b a point lies that is pushed a little, by ε₁ along x and much less along y: 1 on its
 * left, −1 on its right. Exact; 0 only for an edge without length.
 */
export function sideOf(ax: number, ay: number, bx: number, by: number, x: number, y: number): -1 | 0 | 1 {
  const side = orientation(ax, ay, bx, by, x, y);
  if (side !== 0) return side;
  // (b − a) × (ε₁, ε₂) = (bx − ax) ε₂ − (by − ay) ε₁
  if (by !== ay) return by < ay ? 1 : -1;
  return bx > ax ? 1 : bx < ax ? -1 : 0;
}
