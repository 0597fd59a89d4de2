import { bounds, type MultiPolygon, perimeter, principalAxes, signedArea } from "@vertexon/geometry";
import type { PlanSettings, Shape } from "@vertexon/notation";
import type { AskedSheet } from "../asked-sheet";
import { namedShapes } from "../named-shapes";

/** A shape as it is on a plan of another size. */
export interface BoxView {
  /** The box's corner of least x and y. */
  x: number;
  y: number;
  width: number;
  height: number;
  /** Null where it cannot be computed at that size. */
  shape: {
    polygons: MultiPolygon;
    area: number;
    perimeter: number;
    vertices: number;
    /** In degrees, at the corners of the first subpath. */
    angles: number[];
    radii: number[];
    /** From the box to the shape: at least x, least y, greatest x, greatest y. */
    gaps: [number, number, number, number];
  } | null;
}

/** A shape on plans of other sizes: what stays of it and what changes. */
export function boxSizes(
  sheet: AskedSheet,
  { name, sizes }: { name: string; sizes: readonly { width: number; height: number }[] },
): BoxView[] {
  return sizes.map(({ width, height }, i) => {
    const { definitions, plan } = sheet.onPlanOf(i, width, height);
    return { x: plan.x, y: plan.y, width, height, shape: inBox(namedShapes(definitions).get(name) ?? null, plan) };
  });
}

/** Measures, angles, radii, and gaps to the box. */
function inBox(shape: Shape | null, { x, y, width, height }: PlanSettings): BoxView["shape"] {
  const rings = shape?.operand.rings ?? [];
  const box = bounds(rings);
  if (!shape || !box) return null;
  return {
    polygons: shape.polygons,
    area: shape.area,
    perimeter: shape.flat.subpaths.reduce((sum, { vertices, closed }) => sum + perimeter(vertices, closed), 0),
    vertices: shape.vertexCount,
    angles: cornerAngles(shape.corners[0] ?? new Float64Array()),
    radii: radiiOf(shape),
    gaps: [box.minX - x, box.minY - y, x + width - box.maxX, y + height - box.maxY],
  };
}

/** The angle inside each corner between the straight lines to its neighbours, in degrees from 0 to 360. */
function cornerAngles(c: Float64Array): number[] {
  const n = c.length / 2;
  if (n < 3) return [];
  // Inside lies on the other side for an outline that is travelled the other way.
  const sense = signedArea(c) < 0 ? -1 : 1;
  return Array.from({ length: n }, (_, i) => {
    const [x, y] = [c[2 * i], c[2 * i + 1]];
    const [h, j] = [(i + n - 1) % n, (i + 1) % n];
    const before = Math.atan2(c[2 * h + 1] - y, c[2 * h] - x);
    const after = Math.atan2(c[2 * j + 1] - y, c[2 * j] - x);
    return ((((sense * (before - after) * 180) / Math.PI) % 360) + 360) % 360;
  });
}

/** The different radii of its arcs. */
function radiiOf({ outline }: Shape): number[] {
  const radii = outline.subpaths.flatMap(({ segments }) =>
    segments.flatMap((segment) => {
      if (segment.kind !== "arc") return [];
      const { rx, ry } = principalAxes(segment);
      return [rx, ry].map((radius) => Number(radius.toPrecision(9)));
    }),
  );
  return [...new Set(radii)].slice(0, 6);
}
