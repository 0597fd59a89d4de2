import { AS_PLANNED, formOf, type HandoffFormat, handOff, pointsFigure } from "@vertexon/geometry";
import type { AskedSheet } from "../asked-sheet";
import { type ProbedPoints, SIDES } from "../probed-points";

interface Asked {
  points: ProbedPoints;
  format: HandoffFormat;
  /** What the points are called in the program. */
  name: string;
}

export interface PointsTextView {
  file: string;
  content: string | Uint8Array;
  /** Where the form cannot hold all that is known of the points. */
  losses: string[];
  problems: string[];
}

/** Points with their answers as a file, every number with as few digits as bring it back. */
export function pointsText(_: AskedSheet, { points, format, name }: Asked): PointsTextView {
  const form = formOf(format);
  const n = points.x.length;
  const places = new Float64Array(2 * n);
  for (let i = 0; i < n; i++) {
    places[2 * i] = points.x[i];
    places[2 * i + 1] = points.y[i];
  }
  const sidesOf = (sides: Uint8Array): string[] => Array.from(sides, (side) => SIDES[side]);
  const { byCurves, labels, nearest } = points;
  const columns = [
    { name: "side", values: sidesOf(points.side) },
    { name: "winding", values: [...points.winding] },
    { name: "distance", values: [...points.distance] },
    { name: "nearest_x", values: Array.from(points.x, (_x, i) => nearest[2 * i]) },
    { name: "nearest_y", values: Array.from(points.x, (_x, i) => nearest[2 * i + 1]) },
    { name: "ring", values: [...points.ring] },
    { name: "edge", values: [...points.edge] },
    ...(byCurves ? [{ name: "side_by_curves", values: sidesOf(byCurves) }] : []),
    ...(labels ? [{ name: "side_in_file", values: sidesOf(labels) }] : []),
  ];
  const style = {
    decimals: "exact" as const,
    layout: form.layouts[0] ?? "pairs",
    numbers: form.numbers[0],
    indices: "uint32" as const,
    shares: false,
    file: name,
    box: { minX: 0, minY: 0, maxX: 1, maxY: 1 },
    pieces: null,
  };
  const { content, losses, problems } = handOff(format, [pointsFigure(name, places, columns)], style, AS_PLANNED);
  return { file: `${name}.${form.ending}`, content, losses, problems };
}
