import type { Affine, Path } from "../../path";
import { distanceToCircle, distanceToEllipse } from "../forms";
import { SAME } from "../nearest/arc-of-circle";
import type { DistanceField } from "./field";
import { placedField } from "./placed";
import { formField } from "./sources";

/** The closed form of a path that is one circle or one ellipse, once around, of one arc or several; null for any other. */
export function ellipseField(path: Path): DistanceField | null {
  if (path.subpaths.length !== 1) return null;
  const { segments } = path.subpaths[0];
  const [first] = segments;
  if (first?.kind !== "arc") return null;
  const { cx, cy, ux, uy, vx, vy } = first;
  let turned = 0;
  for (const arc of segments) {
    const isOfOne =
      arc.kind === "arc" &&
      arc.cx === cx &&
      arc.cy === cy &&
      arc.ux === ux &&
      arc.uy === uy &&
      arc.vx === vx &&
      arc.vy === vy;
    if (!isOfOne || Math.sign(arc.sweep) !== Math.sign(first.sweep)) return null;
    turned += arc.sweep;
  }
  if (!(Math.abs(Math.abs(turned) - 2 * Math.PI) <= 2 * Math.PI * SAME)) return null;
  const rx = Math.hypot(ux, uy);
  const ry = Math.hypot(vx, vy);
  // Conjugate half-diameters that are not at right angles are no half-axes.
  if (!(rx > 0 && ry > 0 && Math.abs(ux * vx + uy * vy) <= SAME * rx * ry)) return null;
  if (Math.abs(rx - ry) <= SAME * rx)
    return formField(distanceToCircle, { x: cx, y: cy, radius: rx }, boxAround(cx, cy, rx, rx));
  if (uy === 0 && vx === 0) return formField(distanceToEllipse, { x: cx, y: cy, rx, ry }, boxAround(cx, cy, rx, ry));
  const turn: Affine = { a: ux / rx, b: uy / rx, c: -uy / rx, d: ux / rx, e: cx, f: cy };
  return placedField(formField(distanceToEllipse, { x: 0, y: 0, rx, ry }, boxAround(0, 0, rx, ry)), turn);
}

function boxAround(x: number, y: number, rx: number, ry: number) {
  return { minX: x - rx, minY: y - ry, maxX: x + rx, maxY: y + ry };
}
