/** x0 y0 x1 y1 …, implicitly closed: the first vertex is not repeated. */
export type Ring = Float64Array;

/** One outer ring (positive signed area) and its holes (negative). */
export interface Polygon {
  outer: Ring;
  holes: Ring[];
}

export type MultiPolygon = readonly Polygon[];

/** Which winding numbers count as inside: all but 0, or the odd ones (SVG's fill-rule). */
export type FillRule = "nonzero" | "evenodd";

/** A fill rule, or: around which the outlines run at least so many times, in the positive sense. */
export type WindingRule = FillRule | { atLeast: number };

/** What operations take: any rings, crossing or overlapping as they may, with the rule that says what is inside. */
export interface Operand {
  rings: Ring[];
  fillRule: FillRule;
}

export interface Bounds {
  minX: number;
  minY: number;
  maxX: number;
  maxY: number;
}

/** An operand that cannot be computed with; says which ring and vertex. */
export class OperandError extends Error {
  override readonly name = "OperandError";
  constructor(
    readonly ring: number,
    readonly vertex: number,
    message: string,
  ) {
    super(message);
  }
}

/** Whether a winding number counts as inside. */
export function filled(winding: number, rule: WindingRule): boolean {
  if (typeof rule === "object") return winding >= rule.atLeast;
  return rule === "nonzero" ? winding !== 0 : (winding & 1) !== 0;
}

export function allRings(polygons: MultiPolygon): Ring[] {
  return polygons.flatMap((polygon) => [polygon.outer, ...polygon.holes]);
}

/** Polygons as an operand. Their rings are oriented, so either rule reads them alike; nonzero it is. */
export function operandOf(polygons: MultiPolygon): Operand {
  return { rings: allRings(polygons), fillRule: "nonzero" };
}

/** Throws {@link OperandError} for a NaN, an infinity or an odd count; `name` says whose rings they are. */
export function requireFiniteRings(rings: readonly Ring[], name: string): void {
  rings.forEach((ring, r) => {
    if (ring.length % 2 !== 0)
      throw new OperandError(
        r,
        ring.length >> 1,
        `${name}, ring ${r + 1}: ${ring.length} coordinates are not whole points`,
      );
    for (let i = 0; i < ring.length; i++)
      if (!Number.isFinite(ring[i]))
        throw new OperandError(
          r,
          i >> 1,
          `${name}, ring ${r + 1}, vertex ${(i >> 1) + 1}: ${i % 2 ? "y" : "x"} is ${ring[i]}, expected a finite number`,
        );
  });
}
