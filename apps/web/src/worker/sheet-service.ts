import {
  contours,
  type DistanceIndex,
  distanceIndex,
  handOff,
  handoffForms,
  type LocationIndex,
  locationIndex,
  type MultiPolygon,
  operandOf,
  type Path,
} from "@vertexon/geometry";
import {
  type Attachment,
  applyEdits,
  type Composed,
  type Definition,
  type Diagnostic,
  type DriverPlace,
  driverPlace,
  type Evaluated,
  type Field,
  fewestOperands,
  type Handle,
  handlesOf,
  ImportError,
  type ImportPlan,
  needsFiveShapes,
  type Progress,
  type Pull,
  planImport,
  planSizeEdits,
  pullOf,
  type RegionKey,
  reasonOf,
  type Shape,
  Sheet,
  shapesIn,
  type TextEdit,
  type Value,
} from "@vertexon/notation";
import { plainName } from "@/format/plain-name";
import { describeDefinition } from "./describe";
import { describeInBox } from "./describe-box";
import { describeCombination } from "./describe-combination";
import { describeFlattening } from "./describe-flattening";
import { describeMeasures } from "./describe-measures";
import { describeMesh } from "./describe-mesh";
import { describePixels } from "./describe-pixels";
import { describeRegions } from "./describe-regions";
import { fiveShapesTable } from "./five-shapes-table";
import { namedShapes } from "./named-shapes";
import { shadeField } from "./shade-field";
import type {
  BoxView,
  CombinationView,
  FieldPicture,
  FieldRequest,
  FieldSummary,
  FlatteningView,
  Handoff,
  HandoffFormat,
  Inspection,
  MeasuresView,
  MeshRequest,
  MeshView,
  PixelRequest,
  PixelsView,
  RegionsView,
  SentView,
  ShapePreview,
} from "./views";

/** What is only tried out goes by this name, for as long as that takes. */
const PREVIEW = "preview";

/** An evaluation reports about this many of its definitions. */
const MOST_TOLD = 500;

/** One sheet in a thread of its own: evaluates the script and answers questions about the last evaluation. */
export class SheetService {
  constructor(private readonly told: (progress: Progress) => void = () => {}) {}

  private readonly sheet = new Sheet();
  private evaluated: Evaluated | null = null;
  private script = "";
  private sent: { name: string; value: Value | null }[] = [];
  /** One for each size that a box is looked at in. */
  private readonly boxes: Sheet[] = [];
  /** Search structures, for as long as their shape lives. */
  private readonly indices = new WeakMap<MultiPolygon, { distance: DistanceIndex; location: LocationIndex }>();

  attach(attachments: Attachment[]): void {
    this.sheet.attach(attachments);
  }

  /** What taking over a text would add to the sheet as it was evaluated last, or why it cannot be read. */
  planImport(text: string, fileName: string, attachments: Attachment[]): ImportPlan | { problem: string } {
    const names = this.evaluated?.definitions.map(({ name }) => name) ?? [];
    try {
      return planImport(text, fileName, { names, attachments });
    } catch (error) {
      if (error instanceof ImportError) return { problem: error.message };
      throw error;
    }
  }

  /** Takes up a sheet where another worker left it, for questions about it; the next update is sent whole. */
  restore(script: string): void {
    this.evaluated = this.sheet.update(script);
    this.script = script;
  }

  /** Definitions that were sent before and are still the same are not sent again: see mergeViews. */
  update(script: string): SentView {
    const evaluated = this.sheet.update(script, (progress) => {
      // Thousands of small ones are not reported one by one.
      if (progress.done % Math.ceil(progress.total / MOST_TOLD) === 0) this.told(progress);
    });
    this.evaluated = evaluated;
    this.script = script;
    const before = this.sent;
    const nameOf = (shape: Shape): string => this.nameOf(shape);
    const failed: Diagnostic[] = [];
    this.sent = [];
    const views = evaluated.definitions.map((definition, i) => {
      const { name, value, span } = definition;
      this.sent.push({ name, value });
      if (value !== null && before[i]?.name === name && before[i].value === value) return span.from;
      try {
        return describeDefinition(definition, nameOf);
      } catch (error) {
        failed.push(failureOf(definition, script, error));
        // Described anew at the next evaluation, so that this is said again.
        this.sent[i].value = null;
        return describeDefinition({ ...definition, value: null }, nameOf);
      }
    });
    return {
      plan: evaluated.plan,
      tolerance: evaluated.tolerance,
      toleranceSpan: evaluated.toleranceSpan,
      definitions: views,
      emissions: evaluated.emissions,
      pictures: evaluated.pictures,
      functions: evaluated.functions,
      diagnostics: [...failed, ...evaluated.diagnostics],
    };
  }

  /** The same for the script as it is, with edits: so that a long one is not sent again and again. */
  edit(edits: readonly TextEdit[]): SentView {
    return this.update(applyEdits(this.script, edits));
  }

  /** What flattening makes of a shape's curves; null for any other definition, and for a shape without curves. */
  flattening(name: string): FlatteningView | null {
    const shape = this.shape(name);
    return shape && describeFlattening(shape);
  }

  /** Measures of a shape's region; null for any other definition, and for a shape that encloses nothing. */
  measures(name: string): MeasuresView | null {
    const shape = this.shape(name);
    return shape && describeMeasures(shape);
  }

  /** What a combined shape's operands give under each operation, or null for any other definition. */
  combination(name: string): CombinationView | null {
    const shape = this.shape(name);
    return shape && describeCombination(shape);
  }

  /** The regions that a combined shape's operands make of each other, or null for any other definition. */
  regions(name: string): RegionsView | null {
    const shape = this.shape(name);
    return shape && describeRegions(shape);
  }

  /** The expression with the fewest operands that selects the wanted ones among regions; null for none. */
  async compose(names: string[], regions: RegionKey[], wanted: number[]): Promise<Composed | null> {
    const table = needsFiveShapes(names, regions) ? await fiveShapesTable() : undefined;
    return fewestOperands(names, regions, wanted, table);
  }

  /** The shapes that expressions would give if they were written now; null for one that gives none. */
  preview(expressions: string[]): (ShapePreview[] | null)[] {
    return expressions.map((expression) => {
      const value = this.sheet.tryOut(PREVIEW, `${PREVIEW} = ${expression}`);
      const shapes = value ? shapesIn(value) : [];
      return shapes.length ? shapes.map(({ polygons, area }) => ({ polygons, area })) : null;
    });
  }

  /** The outlines that a definition would have with other texts; null where one would not compute. */
  tryOut(name: string, texts: string[]): (Path | null)[] {
    return texts.map((text) => {
      const value = this.sheet.tryOut(name, text);
      const shapes = value ? shapesIn(value) : [];
      return shapes.length ? { subpaths: shapes.flatMap(({ outline }) => outline.subpaths) } : null;
    });
  }

  /** How a definition's handle follows its numbers; null where its place says that. */
  pull(name: string, index: number): Pull | null {
    const { script, evaluated } = this;
    const handleIn = (now: Evaluated | null): Handle | null =>
      handlesOf(now?.definitions.find((each) => each.name === name)?.value ?? null)[index] ?? null;
    const handle = handleIn(evaluated);
    if (!evaluated || !handle) return null;
    const placeOf = (other: string | null): DriverPlace | null => driverPlace(evaluated, other ?? name);
    const pull = pullOf(handle, placeOf, (edits) => handleIn(this.sheet.update(applyEdits(script, edits))));
    this.restore(script);
    return pull;
  }

  /** A shape on plans of other sizes. */
  inBoxes(name: string, sizes: { width: number; height: number }[], attachments: Attachment[]): BoxView[] {
    return sizes.map(({ width, height }, i) => {
      this.boxes[i] ??= new Sheet();
      this.boxes[i].attach(attachments);
      const { definitions, plan } = this.boxes[i].update(
        applyEdits(this.script, planSizeEdits(this.script, width, height)),
      );
      const shapes = namedShapes(definitions);
      return { x: plan.x, y: plan.y, width, height, shape: describeInBox(shapes.get(name) ?? null, plan) };
    });
  }

  /** A shape cut for filling; null for any other definition. */
  mesh(name: string, request: MeshRequest): MeshView | null {
    const shape = this.shape(name);
    return shape && describeMesh(shape, request);
  }

  /** What a target's pixels show of a shape; null for any other definition. */
  pixels(name: string, request: PixelRequest): PixelsView | null {
    const shape = this.shape(name);
    return shape && describePixels(shape, request);
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

  /** The text of a form, with the error bound of the outline that it writes. */
  handoff(name: string, format: HandoffFormat, decimals: number): (Handoff & { error: number }) | null {
    const shape = this.shape(name);
    if (!shape) return null;
    const handed = { polygons: shape.polygons, sources: () => shape.regionSources(name) };
    const error = handoffForms[format].keepsCurves ? shape.curveError : shape.error;
    return { ...handOff(format, handed, { name: plainName(name), decimals }), error };
  }

  private shapes(): { name: string; shape: Shape }[] {
    return [...namedShapes(this.evaluated?.definitions ?? [])].map(([name, shape]) => ({ name, shape }));
  }

  private shape(name: string): Shape | null {
    return namedShapes(this.evaluated?.definitions ?? []).get(name) ?? null;
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

/** A value that cannot be shown is an error at its definition; all others are shown. */
function failureOf({ nameSpan }: Definition, script: string, error: unknown): Diagnostic {
  const lines = script.slice(0, nameSpan.from).split("\n");
  const message = `this is computed, but cannot be shown: ${reasonOf(error)}`;
  const place = { line: lines.length, column: lines[lines.length - 1].length + 1 };
  return { ...nameSpan, ...place, severity: "error", message, mends: [], marks: [] };
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
