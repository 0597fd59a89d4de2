import { type Arc, type Path, segmentsWithJoin } from "../../path";
import type { FillRule } from "../../polygon";
import { type Measure, TABLE } from "../assembly/places";
import { arcForm } from "../forms";
import { isOfCircle } from "../nearest/arc-of-circle";

/** Up to this many pieces, asking all of them is quicker than finding the nearest. */
const FEW = 4;

/** How the compiled part measures an outline of few straight lines and arcs of circles; null for others. */
export function measureOfPieces(path: Path, fillRule: FillRule): Measure | null {
  const segments = path.subpaths.flatMap((subpath) => segmentsWithJoin({ ...subpath, closed: true }));
  if (segments.length > FEW) return null;
  const pieces = new Pieces();
  for (const segment of segments)
    if (segment.kind === "line") pieces.addLine(segment.x0, segment.y0, segment.x1, segment.y1);
    else if (segment.kind === "arc" && isOfCircle(segment)) pieces.addArc(segment);
    else return null;
  return pieces.measure(fillRule);
}

/** Squared lengths below this lose digits; above the other, squared distances of places around may overflow. */
const LEAST_SQUARE = 1e-280;
const GREATEST_SQUARE = 1e280;

/** The tables that packages/geometry/assembly/outline.ts reads. */
class Pieces {
  private readonly lines: number[] = [];
  private readonly arcs: number[] = [];
  private readonly halves: number[] = [];
  private isSound = true;

  get size(): number {
    return this.lines.length + this.arcs.length + this.halves.length;
  }

  addLine(x0: number, y0: number, x1: number, y1: number): void {
    const [ux, uy] = [x1 - x0, y1 - y0];
    const square = ux * ux + uy * uy;
    const isPoint = ux === 0 && uy === 0;
    if (!isPoint) this.look(square);
    this.lines.push(x0, y0, ux, uy, isPoint ? 0 : 1 / square, ...levelsOf(y0, y1));
  }

  addArc({ cx, cy, ux, uy, vx, vy, start, sweep, y0, y1 }: Arc): void {
    const radius = Math.hypot(ux, uy);
    this.look(radius * radius);
    const sense = ux * vy - uy * vx < 0 ? -1 : 1;
    const begin = Math.atan2(uy, ux) + sense * start;
    const end = begin + sense * sweep;
    const { cos, sin, endCos, endSin } = arcForm(cx, cy, radius, begin, end - begin);
    this.arcs.push(cx, cy, radius, cos, sin, endCos, endSin);
    // Split where y is smallest and greatest: each part lies on one side of the centre.
    let [angle, y] = [begin, y0];
    const addHalf = (toAngle: number, toY: number): void => {
      const side = Math.cos((angle + toAngle) / 2) < 0 ? -1 : 1;
      this.halves.push(cx, cy, radius * radius, side, ...levelsOf(y, toY));
      [angle, y] = [toAngle, toY];
    };
    const way = Math.sign(end - begin);
    const turns = (begin - Math.PI / 2) / Math.PI;
    for (let k = way > 0 ? Math.floor(turns) + 1 : Math.ceil(turns) - 1; ; k += way) {
      const turn = Math.PI / 2 + k * Math.PI;
      if (!((end - turn) * way > 0)) break;
      addHalf(turn, k % 2 === 0 ? cy + radius : cy - radius);
    }
    addHalf(end, y1);
  }

  private look(square: number): void {
    if (!(square > LEAST_SQUARE && square < GREATEST_SQUARE)) this.isSound = false;
  }

  measure(fillRule: FillRule): Measure | null {
    const { lines, arcs, halves } = this;
    if (!this.isSound || this.size === 0 || this.size > TABLE) return null;
    const table = Float64Array.from([...lines, ...arcs, ...halves]);
    const counts = [lines.length / 8, arcs.length / 7, halves.length / 7];
    return (places, slot) => {
      places.setTable(table);
      places.engine.into(slot);
      places.engine.outline(places.count, ...counts, fillRule === "evenodd" ? 1 : 0);
    };
  }
}

/** The smallest and the greatest y, and the winding delta. */
function levelsOf(y0: number, y1: number): [least: number, greatest: number, sense: number] {
  return y0 <= y1 ? [y0, y1, 1] : [y1, y0, -1];
}
