/** Whether a place lies in a convex polygon, or on it. */
export function isInConvex(corners: readonly number[][], x: number, y: number): boolean {
  const sides = corners.map(([ax, ay], i) => {
    const [bx, by] = corners[(i + 1) % corners.length];
    return (bx - ax) * (y - ay) - (by - ay) * (x - ax);
  });
  return sides.every((side) => side >= 0) || sides.every((side) => side <= 0);
}
