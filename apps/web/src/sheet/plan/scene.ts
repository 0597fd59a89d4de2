import type { Bounds, MultiPolygon, Path, Ring } from "@vertexon/geometry";
import type { Handle, Mark } from "@vertexon/notation";
import type { FieldPicture, ShapeView, SheetView, Spot } from "@/worker/views";
import { planOf, type Station } from "../stations/station";

export interface NamedShape {
  /** The expression that stands for it in the script: its definition's name, or an item of that, such as `posts.at(2)`. */
  name: string;
  /** The definition that it is, or is an item of. */
  definition: string;
  shape: ShapeView;
}

export interface HandleRef {
  definition: string;
  index: number;
}

/** What a panel lights up on the plan. */
export interface Lit {
  ring?: number;
  probe?: number;
  vertex?: { subpath: number; index: number };
  /** The places of the mistake that is pointed at. */
  marks?: readonly Mark[];
}

/** A point that can be dragged, where it lies on the plan. */
export interface HandleSpot extends HandleRef {
  /** Ticks mark single points; the vertices of long outlines have none, and control points a mark of their own. */
  mark: "ticks" | "plain" | "control" | "number";
  x: number;
  y: number;
  handle: Handle;
}

/** What was clicked on the plan, to be nudged or changed: a handle, a corner of the shape in question, or both. */
export interface Picked {
  handle: HandleRef | null;
  corner: { shape: string; subpath: number; index: number } | null;
}

/** What a panel keeps drawn on the plan while it is open. */
export interface Overlay {
  ghosts?: { path: Path; lit: boolean }[];
  travel?: { subpath: number; step: number; x: number; y: number; direction: number };
  rays?: { x: number; y: number; to: Float64Array };
  /** Triangles or convex pieces. */
  mesh?: readonly Ring[];
  /** Places with their numbers, from 1: x y each. */
  numbered?: Float64Array;
  /** Regions in tones of their own; those that are chosen are filled. */
  regions?: readonly { polygons: MultiPolygon; tone: string; isChosen: boolean }[];
  /** Shapes whose outlines stand out. */
  framed?: readonly string[];
  /** A line that is being clicked, closed or open at its ends; keys take back its last point, or all of it. */
  line?: { points: readonly { x: number; y: number }[]; closed: boolean; onBack(): void; onClear(): void };
  /** Where a click on the plan goes, and where it is taken to be, in place of choosing a shape; false leaves it to that. */
  onPlace?: (x: number, y: number, snapped: { x: number; y: number }) => boolean;
  /** Where an edge is far from its curve. */
  spot?: Spot;
}

/** A field's picture, ready to be drawn. */
export interface DrawnPicture {
  picture: FieldPicture;
  image: CanvasImageSource;
}

const shapesByView = new WeakMap<SheetView, NamedShape[]>();
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

/** Shapes that no other shape is made from: what the sheet is about. */
export function results(view: SheetView): readonly NamedShape[] {
  return once(resultsByView, view, computeResults);
}

function computeResults(view: SheetView): NamedShape[] {
  const used = new Set(view.definitions.flatMap(({ value, dependsOn }) => (value?.type === "shape" ? dependsOn : [])));
  return shapesOf(view).filter(({ definition }) => !used.has(definition));
}

/** The shape that a definition is about: itself, or the one that it asks. */
export function shapeBehind(view: SheetView, name: string | null): NamedShape | null {
  const shapes = shapesOf(view);
  const value = view.definitions.find((definition) => definition.name === name)?.value;
  const wanted = value?.type === "probe" || value?.type === "field" ? value.shape : name;
  const found = shapes.find((each) => each.name === wanted) ?? shapes.find((each) => each.definition === wanted);
  if (found) return found;
  const last = results(view).at(-1);
  return last ?? null;
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
  if (value?.type === "list") return value.shapes.length > 0;
  return value?.type === "shape" || value?.type === "probe" || value?.type === "field";
}

/** All definitions that move when a handle is dragged: those that hold its numbers, its own, and what follows from them. */
export function movedWith(view: SheetView, { definition, handle }: HandleSpot): ReadonlySet<string> {
  const drivers = handle.grips.flatMap(({ origin }) => (origin.kind === "driver" && origin.name ? [origin.name] : []));
  const moved = new Set([definition, ...drivers]);
  for (let grown = true; grown; ) {
    const before = moved.size;
    for (const { name, dependsOn } of view.definitions) if (dependsOn.some((used) => moved.has(used))) moved.add(name);
    grown = moved.size > before;
  }
  return moved;
}

/** The shape that a station is about. Combine is about the chosen one if it is combined, or else the last one that is. */
export function shapeInQuestion(view: SheetView, chosen: string | null, station: Station): NamedShape | null {
  const shape = shapeBehind(view, chosen);
  if (!planOf(station).isCombined || shape?.shape.combination) return shape;
  return results(view).findLast((each) => each.shape.combination) ?? shape;
}
