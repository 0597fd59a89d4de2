import type { Bounds } from "@vertexon/geometry";
import { resultsAmong } from "@vertexon/notation";
import type { ProbeView, ShapeView, SheetView, ValueView } from "@/worker/sheet-view";

export interface NamedShape {
  /** The expression that stands for it in the script: its definition's name, or an item of that, such as `posts.at(2)`. */
  name: string;
  /** The definition that it is, or is an item of. */
  definition: string;
  shape: ShapeView;
}

const shapesByView = new WeakMap<SheetView, NamedShape[]>();
const distancesByView = new WeakMap<SheetView, readonly NamedDistance[]>();
const resultsByView = new WeakMap<SheetView, NamedShape[]>();

/** A view never changes: what follows from it is computed once. */
function once<T>(known: WeakMap<SheetView, T>, view: SheetView, compute: (view: SheetView) => T): T {
  let value = known.get(view);
  if (value === undefined) {
    value = compute(view);
    known.set(view, value);
  }
  return value;
}

/** All shapes of a sheet in the order of their definitions, the items of lists one by one. */
export function shapesOf(view: SheetView): readonly NamedShape[] {
  return once(shapesByView, view, computeShapes);
}

function computeShapes(view: SheetView): NamedShape[] {
  return view.definitions.flatMap(({ name: definition, value }) => {
    if (value?.type === "shape") return [{ name: definition, definition, shape: value }];
    return value?.type === "list" ? value.shapes.map(({ name, shape }) => ({ name, definition, shape })) : [];
  });
}

/** A signed distance, composed or sampled, as `NamedShape` has shapes. */
export interface NamedDistance {
  name: string;
  definition: string;
}

/** All composed distances of a sheet, and sampled fields of such, in the order of their definitions. */
export function distancesOf(view: SheetView): readonly NamedDistance[] {
  return once(distancesByView, view, ({ definitions }) =>
    definitions.flatMap(({ name: definition, value }) => {
      const isComposed = value?.type === "distance" || (value?.type === "field" && value.isComposed);
      if (isComposed) return [{ name: definition, definition }];
      return value?.type === "list" ? value.distances.map(({ name }) => ({ name, definition })) : [];
    }),
  );
}

/** The distance that is sampled by a definition, or the expression itself. */
export function distanceBehind(view: SheetView, expression: string): string {
  const value = view.definitions.find(({ name }) => name === expression)?.value;
  return value?.type === "field" && value.isComposed ? value.distance : expression;
}

/** The definition that an expression for a shape or a distance names, or an item of which it is. */
export function definitionBehind(view: SheetView, expression: string): string {
  const named = [...shapesOf(view), ...distancesOf(view)].find(({ name }) => name === expression);
  return named?.definition ?? expression;
}

/** A shape of a view by the expression that stands for it. */
export function shapeNamed(view: SheetView | null, name: string | null): NamedShape | null {
  return (view && shapesOf(view).find((each) => each.name === name)) ?? null;
}

/** Shapes that no other shape is made from: what the sheet is about. */
export function results(view: SheetView): readonly NamedShape[] {
  return once(resultsByView, view, computeResults);
}

function computeResults(view: SheetView): NamedShape[] {
  const names = new Set(resultsAmong(view.definitions).map(({ name }) => name));
  return shapesOf(view).filter(({ definition }) => names.has(definition));
}

/** The shape that a definition is about: itself, or the one that it asks. */
export function shapeBehind(view: SheetView, name: string | null): NamedShape | null {
  const shapes = shapesOf(view);
  const value = view.definitions.find((definition) => definition.name === name)?.value;
  const wanted = value?.type === "field" ? value.shape : (probesOf(value ?? null)[0]?.shape ?? name);
  const found = shapes.find((each) => each.name === wanted) ?? shapes.find((each) => each.definition === wanted);
  if (found) return found;
  const last = results(view).at(-1);
  return last ?? null;
}

/** What a definition asks points about: one shape, or several, one probe each. */
export function probesOf(value: ValueView | null): readonly ProbeView[] {
  if (value?.type === "probe") return [value];
  return value?.type === "list" ? value.probes : [];
}

/** Around all shapes; null for none. */
export function boundsOfAll(view: SheetView): Bounds | null {
  const all = shapesOf(view).flatMap(({ shape }) => shape.bounds ?? []);
  if (all.length === 0) return null;
  const most = (pick: (box: Bounds) => number): number =>
    all.reduce((value, box) => Math.max(value, pick(box)), -Infinity);
  return {
    minX: -most((box) => -box.minX),
    minY: -most((box) => -box.minY),
    maxX: most((box) => box.maxX),
    maxY: most((box) => box.maxY),
  };
}

/** Whether choosing a definition chooses a shape: not for points and numbers, which leave the choice as it is. */
export function isAboutShape(view: SheetView, name: string): boolean {
  const definition = view.definitions.find((each) => each.name === name);
  if (!definition) return true; // an item of a list, or about to be written
  const { value } = definition;
  if (value?.type === "list") return value.shapes.length + value.distances.length + value.probes.length > 0;
  return value?.type === "shape" || value?.type === "probe" || value?.type === "field" || value?.type === "distance";
}

/** The shape that a station is about: the chosen one, or the last one that is combined where it is about those. */
export function shapeInQuestion(view: SheetView, chosen: string | null, isCombined: boolean): NamedShape | null {
  const shape = shapeBehind(view, chosen);
  if (!isCombined || shape?.shape.combination) return shape;
  return results(view).findLast((each) => each.shape.combination) ?? shape;
}
