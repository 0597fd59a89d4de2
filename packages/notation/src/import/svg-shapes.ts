import {
  type Affine,
  circleSubpath,
  type FillRule,
  type Path,
  parsePathPrefix,
  transformPath,
  transformPoint,
  writePathData,
} from "@vertexon/geometry";
import { roundedRect } from "../library/rounded-rect";
import { numberText, pathItem, pointText, polygonItem, polylineItem } from "./expressions";
import type { ImportedItem, Notes, Position } from "./imported";
import type { SvgElement } from "./svg-tree";
import { lengthOf, numbersIn, type Viewport } from "./svg-values";

/** Where a shape stands: its map to the plan, the viewport for percentages, and what it inherits. */
export interface Place {
  map: Affine;
  viewport: Viewport;
  fillRule: FillRule;
  name: string | null;
}

const SHAPES: Record<string, (shape: ShapeElement) => ImportedItem | null> = {
  rect,
  circle,
  ellipse,
  line,
  polyline: (shape) => pointsOf(shape, false),
  polygon: (shape) => pointsOf(shape, true),
  path,
};

export function isSvgShape(name: string): boolean {
  return Object.hasOwn(SHAPES, name);
}

/** A basic shape or path as a script expression (SVG 2, chapters 9 and 10), or null when it draws nothing. */
export function svgShape(element: SvgElement, place: Place, notes: Notes): ImportedItem | null {
  return SHAPES[element.name](new ShapeElement(element, place, notes));
}

class ShapeElement {
  constructor(
    readonly element: SvgElement,
    readonly place: Place,
    readonly notes: Notes,
  ) {}

  get name(): string | null {
    return this.place.name;
  }
  get map(): Affine {
    return this.place.map;
  }
  /** The map leaves coordinates as they are: numbers can be taken over exactly. */
  get plain(): boolean {
    const { a, b, c, d, e, f } = this.map;
    return a === 1 && b === 0 && c === 0 && d === 1 && e === 0 && f === 0;
  }
  /** Boxes stay boxes. */
  get upright(): boolean {
    return this.map.b === 0 && this.map.c === 0;
  }
  /** Circles stay circles: their factor, or null. */
  get even(): number | null {
    const { a, b, c, d } = this.map;
    const near = (p: number, q: number): boolean => Math.abs(p - q) <= 1e-12 * (Math.abs(a) + Math.abs(b));
    return (near(a, d) && near(b, -c)) || (near(a, -d) && near(b, c)) ? Math.hypot(a, b) : null;
  }

  /** An attribute's length; what is left out or not valid counts as `otherwise`, as the standard says. */
  length<T>(attribute: string, of: "width" | "height" | "diagonal", otherwise: T): number | T {
    const text = this.element.attributes[attribute];
    if (text === undefined || text.trim() === "auto") return otherwise;
    const value = lengthOf(text, of, this.place.viewport);
    if (value === null) this.notes.add(`${attribute}="${text}" of a ${this.element.name} could not be read`);
    return value ?? otherwise;
  }

  number(value: number): string {
    return numberText(value, !this.plain);
  }

  /** A curved outline under the map, as path data. */
  curved(outline: Path, fillRule: FillRule = this.place.fillRule): ImportedItem {
    const mapped = transformPath(outline, this.map);
    const data = writePathData(mapped, (value) => numberText(value, true));
    return pathItem(this.name, data, mapped, fillRule);
  }

  nothing(why: string): null {
    this.notes.add(`a ${this.element.name} ${why} draws nothing`);
    return null;
  }
}

function rect(shape: ShapeElement): ImportedItem | null {
  const [x, y] = [shape.length("x", "width", 0), shape.length("y", "height", 0)];
  const [width, height] = [shape.length("width", "width", 0), shape.length("height", "height", 0)];
  if (!(width > 0) || !(height > 0)) return shape.nothing("without width or height");
  const [givenX, givenY] = [shape.length("rx", "width", null), shape.length("ry", "height", null)];
  const radius = (own: number | null, other: number | null, most: number): number =>
    Math.min(Math.max(own ?? other ?? 0, 0), most);
  const [rx, ry] = [radius(givenX, givenY, width / 2), radius(givenY, givenX, height / 2)];
  const { a, d } = shape.map;
  const outline = { subpaths: [roundedRect(x, y, width, height, rx, ry)] };
  const isRound = rx > 0 && ry > 0;
  if (shape.upright) {
    const [x0, y0] = transformPoint(shape.map, a < 0 ? x + width : x, d < 0 ? y + height : y);
    const [w, h] = [Math.abs(a) * width, Math.abs(d) * height];
    const radii = rx === ry && a === d ? [`rx: ${shape.number(Math.abs(a) * rx)}`] : [];
    if (radii.length === 0)
      radii.push(`rx: ${shape.number(Math.abs(a) * rx)}`, `ry: ${shape.number(Math.abs(d) * ry)}`);
    const size = `width: ${shape.number(w)}, height: ${shape.number(h)}`;
    const expression = `rect(${[pointText([x0, y0], !shape.plain), size, ...(isRound ? radii : [])].join(", ")})`;
    return {
      kind: "shape",
      name: shape.name,
      expression: () => expression,
      outline: transformPath(outline, shape.map),
      fillRule: "nonzero",
    };
  }
  if (isRound) return shape.curved(outline, "nonzero");
  const corners: Position[] = [
    [x, y],
    [x + width, y],
    [x + width, y + height],
    [x, y + height],
  ];
  return polygonItem(
    shape.name,
    corners.map(([px, py]) => transformPoint(shape.map, px, py)),
    true,
  );
}

function circle(shape: ShapeElement): ImportedItem | null {
  const r = shape.length("r", "diagonal", 0);
  return r > 0 ? ellipseOf(shape, r, r) : shape.nothing("without a radius");
}

function ellipse(shape: ShapeElement): ImportedItem | null {
  const [rx, ry] = [shape.length("rx", "width", null), shape.length("ry", "height", null)];
  const [x, y] = [rx ?? ry ?? 0, ry ?? rx ?? 0];
  return x > 0 && y > 0 ? ellipseOf(shape, x, y) : shape.nothing("without a radius");
}

function ellipseOf(shape: ShapeElement, rx: number, ry: number): ImportedItem {
  const [cx, cy] = [shape.length("cx", "width", 0), shape.length("cy", "height", 0)];
  const at = transformPoint(shape.map, cx, cy);
  const outline = { subpaths: [circleSubpath(cx, cy, rx, ry)] };
  const done = (expression: string): ImportedItem => ({
    kind: "shape",
    name: shape.name,
    expression: () => expression,
    outline: transformPath(outline, shape.map),
    fillRule: "nonzero",
  });
  const centre = pointText(at, !shape.plain);
  if (rx === ry && shape.even !== null) return done(`circle(${centre}, radius: ${shape.number(shape.even * rx)})`);
  if (!shape.upright) return shape.curved(outline, "nonzero");
  const [sx, sy] = [Math.abs(shape.map.a), Math.abs(shape.map.d)];
  return done(`ellipse(${centre}, rx: ${shape.number(sx * rx)}, ry: ${shape.number(sy * ry)})`);
}

function line(shape: ShapeElement): ImportedItem | null {
  const ends: Position[] = [
    [shape.length("x1", "width", 0), shape.length("y1", "height", 0)],
    [shape.length("x2", "width", 0), shape.length("y2", "height", 0)],
  ];
  if (ends[0][0] === ends[1][0] && ends[0][1] === ends[1][1]) return shape.nothing("without length");
  return polylineItem(
    shape.name,
    ends.map(([x, y]) => transformPoint(shape.map, x, y)),
    !shape.plain,
  );
}

function pointsOf(shape: ShapeElement, closed: boolean): ImportedItem | null {
  const text = shape.element.attributes.points ?? "";
  const { numbers, complete } = numbersIn(text);
  const { name } = shape.element;
  if (!complete) shape.notes.add(`points of a ${name} end where they could not be read`);
  if (numbers.length % 2)
    shape.notes.add(`points of a ${name} are ${numbers.length} numbers: the last, ${numbers.pop()}, has no partner`);
  const points: Position[] = [];
  for (let i = 0; i < numbers.length; i += 2) points.push(transformPoint(shape.map, numbers[i], numbers[i + 1]));
  if (points.length < 2 || (closed && points.length < 3)) return shape.nothing(`of ${points.length} points`);
  const item = closed ? polygonItem(shape.name, points, !shape.plain) : polylineItem(shape.name, points, !shape.plain);
  if (!closed || shape.place.fillRule === "nonzero" || item.kind !== "shape") return item;
  return { ...item, fillRule: "evenodd", expression: () => item.expression().replace(/\)$/, ", fill: evenodd)") };
}

/** Of path data with a mistake, the standard draws the part before it. */
function path(shape: ShapeElement): ImportedItem | null {
  const data = shape.element.attributes.d ?? "";
  const { path: outline, error } = parsePathPrefix(data);
  if (error) shape.notes.add(`path data ends at a mistake: ${error.message}`);
  if (outline.subpaths.every(({ segments }) => segments.length === 0)) return shape.nothing("without segments");
  if (!shape.plain || error) return shape.curved(outline);
  return pathItem(shape.name, data, outline, shape.place.fillRule);
}
