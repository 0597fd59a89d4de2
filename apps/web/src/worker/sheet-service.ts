import {
  allRings,
  area,
  combineAll,
  contours,
  type DistanceIndex,
  distanceIndex,
  type LocationIndex,
  locationIndex,
  type MultiPolygon,
  type Operation,
  operandOf,
  perimeter,
  signedArea,
  writePolygons,
} from "@vertexon/geometry";
import {
  type Attachment,
  type Evaluated,
  type Field,
  ImportError,
  type ImportPlan,
  planImport,
  type Shape,
  Sheet,
  shapesIn,
} from "@vertexon/notation";
import { describeDefinition } from "./describe";
import { itemName } from "./item-name";
import { shadeField } from "./shade-field";
import type {
  CombinationView,
  FieldPicture,
  FieldRequest,
  FieldSummary,
  Handoff,
  HandoffFormat,
  Inspection,
  SheetView,
} from "./views";

const OPERATIONS: Operation[] = ["union", "intersection", "difference", "xor"];

/** One sheet in a thread of its own: evaluates the script and answers questions about the last evaluation. */
export class SheetService {
  private readonly sheet = new Sheet();
  private evaluated: Evaluated | null = null;
  /** Search structures, for as long as their shape lives. */
  private readonly indices = new WeakMap<MultiPolygon, { distance: DistanceIndex; location: LocationIndex }>();

  attach(attachments: Attachment[]): void {
    this.sheet.attach(attachments);
  }

  /** What taking over a text would add to the sheet as it was evaluated last, or why it cannot be read. */
  planImport(text: string, fileName: string, attachments: Attachment[]): ImportPlan | { problem: string } {
    const { definitions = [], plan } = this.evaluated ?? {};
    const names = definitions.map(({ name }) => name);
    try {
      return planImport(text, fileName, { names, attachments }, plan?.yDown ?? true);
    } catch (error) {
      if (error instanceof ImportError) return { problem: error.message };
      throw error;
    }
  }

  update(script: string): SheetView {
    const evaluated = this.sheet.update(script);
    this.evaluated = evaluated;
    const nameOf = (shape: Shape): string => this.nameOf(shape);
    return {
      plan: evaluated.plan,
      tolerance: evaluated.tolerance,
      toleranceSpan: evaluated.toleranceSpan,
      definitions: evaluated.definitions.map((definition) => describeDefinition(definition, nameOf)),
      emissions: evaluated.emissions,
      diagnostics: evaluated.diagnostics,
    };
  }

  /** What a combined shape's operands give under each operation, or null for any other definition. */
  combination(name: string): CombinationView | null {
    const shape = this.shape(name);
    const made = shape?.combination;
    if (!shape || !made || made.operands.length < 2) return null;
    const [first, ...others] = made.operands;
    const rest = others.map(({ shape: other }) => other.operand);
    const second = rest.length === 1 ? rest[0] : operandOf(combineAll("union", rest).polygons);
    const results = OPERATIONS.map((operation) => {
      const { polygons } = combineAll(operation, [first.shape.operand, second]);
      return { operation, polygons, area: area(polygons) };
    });
    const names = shape.polygons.flatMap(({ holes }, p) => [
      `outer ${p + 1}`,
      ...holes.map((_, h) => `hole ${p + 1}.${h + 1}`),
    ]);
    return {
      operation: made.operation,
      labels: [first.label, others.map(({ label }) => label).join(", ")],
      results,
      areas: [first.shape.area, area(combineAll("union", [second]).polygons)],
      rings: allRings(shape.polygons).map((ring, i) => ({
        name: names[i],
        area: signedArea(ring),
        perimeter: perimeter(ring),
        vertices: ring.length / 2,
        sources: made.report.sources[i].map((k) => made.operands[k].label),
      })),
      flattening: shape.error - made.report.movement,
      snapping: made.report.movement,
    };
  }

  inspect(name: string, x: number, y: number): Inspection | null {
    const shape = this.shape(name);
    if (!shape || shape.vertexCount === 0) return null;
    const { distance, location } = this.indexOf(shape);
    const within = this.shapes()
      .filter((other) => other.name !== name && this.indexOf(other.shape).location.locate(x, y).side === "inside")
      .map((other) => other.name);
    return { ...distance.distance(x, y), side: location.locate(x, y).side, within };
  }

  fieldPicture(name: string, request: FieldRequest): FieldPicture | null {
    const shape = this.shape(name);
    if (!shape || shape.vertexCount === 0) return null;
    const values = this.indexOf(shape).distance.field(request);
    const { least, greatest } = extremes(values);
    const { interval, reach } = request;
    const from = Math.max(Math.ceil(least / interval), Math.ceil(-reach / interval));
    const to = Math.min(Math.floor(greatest / interval), Math.floor(reach / interval));
    const levels: number[] = [];
    for (let k = from; k <= to && levels.length < 200; k++) if (k !== 0) levels.push(k * interval);
    return { request, ...shadeField(request, values), contours: contours(request, values, levels) };
  }

  /** Least and greatest value of a field definition on its own grid. */
  fieldSummary(name: string): FieldSummary | null {
    const value = this.evaluated?.definitions.find((definition) => definition.name === name)?.value;
    if (value?.type !== "field" || value.shape.vertexCount === 0) return null;
    const { grid, shape }: Field = value;
    return { columns: grid.columns, rows: grid.rows, ...extremes(this.indexOf(shape).distance.field(grid)) };
  }

  handoff(name: string, format: HandoffFormat, decimals: number): Handoff | null {
    const shape = this.shape(name);
    return shape && writePolygons(format, shape.polygons, { name, decimals });
  }

  private shapes(): { name: string; shape: Shape }[] {
    return (this.evaluated?.definitions ?? []).flatMap(({ name, value }) =>
      value ? shapesIn(value).map((shape, i) => ({ name: itemName(name, value.type, i), shape })) : [],
    );
  }

  private shape(name: string): Shape | null {
    return this.shapes().find((each) => each.name === name)?.shape ?? null;
  }

  /** Views of one shape share their polygons; that tells which definition it came from. */
  private nameOf(shape: Shape): string {
    return this.shapes().find((each) => each.shape.polygons === shape.polygons)?.name ?? "";
  }

  private indexOf(shape: Shape): { distance: DistanceIndex; location: LocationIndex } {
    const known = this.indices.get(shape.polygons);
    if (known) return known;
    const operand = operandOf(shape.polygons);
    const made = { distance: distanceIndex(operand), location: locationIndex(operand) };
    this.indices.set(shape.polygons, made);
    return made;
  }
}

function extremes(values: Float64Array): { least: number; greatest: number } {
  let least = Number.POSITIVE_INFINITY;
  let greatest = Number.NEGATIVE_INFINITY;
  for (const value of values) {
    least = Math.min(least, value);
    greatest = Math.max(greatest, value);
  }
  return { least, greatest };
}
