import {
  type DistanceField,
  type DistanceIndex,
  distanceIndex,
  type LocationIndex,
  locationIndex,
  type MultiPolygon,
  operandOf,
  shapeField,
} from "@vertexon/geometry";
import {
  type Attachment,
  applyEdits,
  type Distance,
  type Evaluated,
  namedDistancesIn,
  namedShapesIn,
  type Progress,
  planSizeEdits,
  type Shape,
  Sheet,
  type TextEdit,
  type Value,
} from "@vertexon/notation";
import { namedShapes } from "./named-shapes";

/** A field with the exact distance of the outline that it encloses. */
export interface NamedField {
  field: DistanceField;
  /** Null where nothing is inside, so that there is no outline. */
  exact(): DistanceField | null;
  isComposed: boolean;
  /** The vertices of the exact one's outline lie within this of where the values are 0; it takes as long as that. */
  tolerance(): number;
}

/** A sheet as questions find it. It was evaluated as a whole, or what is asked for is computed when it is. */
export class AskedSheet {
  readonly sheet = new Sheet();
  attachments: readonly Attachment[] = [];
  script = "";
  /** Null where only what is asked for is computed. */
  evaluated: Evaluated | null = null;
  /** Whether the sheet was last evaluated with another script, to see what that would give. */
  private isAway = false;
  /** One for each size that a box is looked at in. */
  private readonly boxes: Sheet[] = [];
  private readonly fields = new WeakMap<MultiPolygon, DistanceField>();
  /** Search structures, for as long as their shape lives. */
  private readonly indices = new WeakMap<MultiPolygon, { distance: DistanceIndex; location: LocationIndex }>();

  attach(attachments: readonly Attachment[]): void {
    this.attachments = attachments;
    this.sheet.attach(attachments);
  }

  /** Evaluates a script as a whole. */
  update(script: string, told?: (progress: Progress) => void): Evaluated {
    this.script = script;
    this.isAway = false;
    this.evaluated = this.sheet.update(script, told);
    return this.evaluated;
  }

  /** Takes up a script of which only what is asked for will be computed. */
  takeUp(script: string): void {
    this.script = script;
    this.evaluated = null;
  }

  /** What a definition would come to if the script were edited. */
  tried(edits: readonly TextEdit[], name: string): Value | null {
    this.isAway = true;
    return this.sheet.valueIn(applyEdits(this.script, edits), name);
  }

  /** What the whole sheet would come to if the script were edited. */
  triedWhole(edits: readonly TextEdit[]): Evaluated {
    this.isAway = true;
    return this.sheet.update(applyEdits(this.script, edits));
  }

  /** Back to the script after what was tried. */
  settle(): void {
    if (this.isAway && this.evaluated) this.update(this.script);
  }

  /** The same script on a plan of another size: the i-th of some that are looked at side by side. */
  onPlanOf(i: number, width: number, height: number): Evaluated {
    this.boxes[i] ??= new Sheet();
    this.boxes[i].attach(this.attachments);
    return this.boxes[i].update(applyEdits(this.script, planSizeEdits(this.script, width, height)));
  }

  value(name: string): Value | null {
    if (!this.evaluated) return this.sheet.valueIn(this.script, name);
    return this.evaluated.definitions.find((definition) => definition.name === name)?.value ?? null;
  }

  /** A shape by the expression that stands for it: a definition, or an item of one. */
  shape(expression: string): Shape | null {
    return this.itemNamed(expression, namedShapesIn);
  }

  /** And a signed distance, composed or sampled. */
  private distance(expression: string): Distance | null {
    const value = this.value(expression);
    return value?.type === "field" ? value.distance : this.itemNamed(expression, namedDistancesIn);
  }

  private itemNamed<T>(expression: string, itemsIn: (name: string, value: Value) => [string, T][]): T | null {
    const name = /^\w+/.exec(expression)?.[0] ?? "";
    const value = this.value(name);
    return (value && itemsIn(name, value).find(([each]) => each === expression)?.[1]) ?? null;
  }

  shapes(): { name: string; shape: Shape }[] {
    return [...namedShapes(this.evaluated?.definitions ?? [])].map(([name, shape]) => ({ name, shape }));
  }

  /** The signed distance that a name stands for: a distance, a sampled field, or a shape; null for anything else, and an empty one. */
  fieldOf(expression: string): NamedField | null {
    const value = this.value(expression);
    const distance = this.distance(expression);
    if (distance) {
      const { field } = distance;
      const exact = () => (distance.own.polygons.length > 0 ? this.exactFieldOf(distance.own) : null);
      return { field, exact, isComposed: true, tolerance: () => distance.ownWithin };
    }
    const shape = value?.type === "field" ? value.shape : this.shape(expression);
    if (!shape || shape.polygons.length === 0) return null;
    const field = this.exactFieldOf(shape);
    return { field, exact: () => field, isComposed: false, tolerance: () => 0 };
  }

  /** The outline that a name's distance is held against. */
  outlineOf(expression: string): Shape | null {
    const value = this.value(expression);
    const distance = this.distance(expression);
    if (distance) return distance.own;
    return value?.type === "field" ? value.shape : this.shape(expression);
  }

  private exactFieldOf(shape: Shape): DistanceField {
    const known = this.fields.get(shape.polygons) ?? shapeField(operandOf(shape.polygons));
    this.fields.set(shape.polygons, known);
    return known;
  }

  indexOf(shape: Shape): { distance: DistanceIndex; location: LocationIndex } {
    const known = this.indices.get(shape.polygons);
    if (known) return known;
    const operand = operandOf(shape.polygons);
    const made = { distance: distanceIndex(operand), location: locationIndex(operand) };
    this.indices.set(shape.polygons, made);
    return made;
  }
}
