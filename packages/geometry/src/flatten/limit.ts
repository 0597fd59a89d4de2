import { derivativesAt, type Path, type Segment } from "../path";

/**
 * ∫ sqrt(|curvature|) ds along all curves of a path, in square roots of plan units: as the tolerance e falls, the least
 * number of chords with their ends on smooth curves tends to this over sqrt(8 e), with the error on both sides to this
 * over sqrt(16 e). By the midpoint rule, good to about three digits.
 * Source: L. Fejes Tóth, "Lagerungen in der Ebene, auf der Kugel und im Raum" (1953).
 */
export function chordLimit(path: Path): number {
  return path.subpaths.reduce((sum, { segments }) => sum + segments.reduce((part, s) => part + limitOf(s), 0), 0);
}

const PARTS = 400;

function limitOf(segment: Segment): number {
  if (segment.kind === "line") return 0;
  let sum = 0;
  for (let i = 0; i < PARTS; i++) {
    const { dx, dy, ddx, ddy } = derivativesAt(segment, (i + 0.5) / PARTS);
    const speed = Math.hypot(dx, dy);
    if (speed > 0) sum += Math.sqrt(Math.abs(dx * ddy - dy * ddx) / speed) / PARTS;
  }
  return sum;
}
