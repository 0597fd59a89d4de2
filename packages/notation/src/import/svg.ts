import { type Affine, compose, type FillRule, translation } from "@vertexon/geometry";
import type { LengthUnit } from "../syntax";
import { toPlanUnits } from "../values/lengths";
import { ImportError, type Imported, type ImportedItem, Notes } from "./imported";
import { isSvgShape, type Place, svgShape } from "./svg-shapes";
import { readSvgTree, type SvgElement } from "./svg-tree";
import { lengthOf, transformOf, type Viewport, viewBoxMap } from "./svg-values";

/** What a percentage or a missing size of the outermost svg refers to when it has no viewBox either (CSS 2.2, 10.3.2). */
const REPLACED: Viewport = { width: 300, height: 150 };
const DEEPEST = 64;
const MOST_ELEMENTS = 20_000;

const GROUPS = new Set(["g", "a"]);
/** Held for use elsewhere, or about the document: nothing to draw, and nothing lost. */
const SILENT = new Set(["defs", "title", "desc", "metadata", "namedview", "symbol", "view"]);
const WHY: Record<string, string> = {
  text: "letters have no outline here",
  image: "a picture has no outline",
  style: "rules of a style sheet are not applied",
  foreignObject: "foreign content has no outline",
  clipPath: "clipping is not applied",
  mask: "masks are not applied",
  marker: "markers are not drawn",
  script: "scripts are not run",
  animate: "animation is not applied",
  animateTransform: "animation is not applied",
  animateMotion: "animation is not applied",
  set: "animation is not applied",
  filter: "filters are not applied",
};

/**
 * Reads the shapes of an SVG document as a browser would place them: groups, transforms, nested viewports with their
 * viewBox, symbols and use (SVG 2, chapters 5, 8, 9 and 10). Coordinates come in px, or in the unit that the width of
 * the outermost svg is written in. Everything that cannot be taken over is noted.
 */
export function readSvg(text: string): Imported {
  const root = readSvgTree(text);
  const reader = new SvgReader(root);
  const plan = outermost(root);
  const place: Place = {
    map: plan.scale,
    viewport: plan.px,
    fillRule: "nonzero",
    name: null,
  };
  const items = reader.viewport(root, reader.inherited(root, place), plan.px, 0);
  return {
    source: "SVG",
    items,
    notes: reader.notes.list(),
    plan: { width: plan.width, height: plan.height, unit: plan.unit },
  };
}

/** The outermost viewport: its size in px and in the unit that its width is written in. */
function outermost({ attributes }: SvgElement) {
  const box = (attributes.viewBox ?? "")
    .trim()
    .split(/[\s,]+/)
    .map(Number);
  const natural = box.length === 4 && box[2] > 0 && box[3] > 0 ? { width: box[2], height: box[3] } : null;
  const own = (attribute: "width" | "height"): number | null => {
    const text = attributes[attribute];
    if (text === undefined || text.includes("%")) return null;
    const length = lengthOf(text, attribute, REPLACED);
    return length !== null && length > 0 ? length : null;
  };
  const [w, h] = [own("width"), own("height")];
  const ratio = natural ? natural.height / natural.width : null;
  const width = w ?? (h !== null && ratio ? h / ratio : (natural?.width ?? REPLACED.width));
  const height = h ?? (w !== null && ratio ? w * ratio : (natural?.height ?? REPLACED.height));
  const unit = /(?:in|cm|mm|pt|pc|q)\s*$/i.exec(attributes.width ?? "")?.[0].trim() ?? "px";
  const known = unit.toLowerCase() === "q" ? "Q" : unit.toLowerCase();
  const factor = toPlanUnits(1, "px" as LengthUnit, known, 96) ?? 1;
  const round = (value: number): number => Number((value * factor).toPrecision(12));
  const scale: Affine = { ...translation(0, 0), a: factor, d: factor };
  return { px: { width, height }, width: round(width), height: round(height), unit: known, scale };
}

class SvgReader {
  readonly notes = new Notes();
  private readonly byId = new Map<string, SvgElement>();
  private readonly using: SvgElement[] = [];
  private count = 0;

  constructor(root: SvgElement) {
    this.gather(root);
  }

  private gather(element: SvgElement): void {
    const { id } = element.attributes;
    if (id !== undefined && !this.byId.has(id)) this.byId.set(id, element);
    for (const child of element.children) this.gather(child);
  }

  /** The content of an svg or symbol in a viewport of the given size at the origin of `place`. */
  viewport(element: SvgElement, place: Place, size: Viewport, depth: number): ImportedItem[] {
    const { viewBox, preserveAspectRatio = "xMidYMid meet" } = element.attributes;
    let inner = { ...place, viewport: size };
    if (viewBox !== undefined) {
      const box = viewBoxMap(viewBox, preserveAspectRatio, size);
      if (box) inner = { ...place, map: compose(box.map, place.map), viewport: box.inner };
      else this.notes.add(`viewBox="${viewBox}" could not be read`);
    }
    return this.children(element, inner, depth + 1);
  }

  private children(element: SvgElement, place: Place, depth: number): ImportedItem[] {
    return element.children.flatMap((child) => this.element(child, place, depth));
  }

  private element(element: SvgElement, outer: Place, depth: number): ImportedItem[] {
    const { name, attributes } = element;
    if (++this.count > MOST_ELEMENTS)
      throw new ImportError(
        `this file draws more than ${MOST_ELEMENTS} elements; that is more than a script should hold`,
      );
    if (depth > DEEPEST) throw new ImportError(`elements are nested more than ${DEEPEST} deep`);
    if (SILENT.has(name)) return [];
    const style = styleOf(element);
    if (style.display === "none") {
      this.notes.add(`a ${name} that is not displayed was left out`);
      return [];
    }
    const place = this.inherited(element, outer);
    this.noteUnapplied(element, style);
    if (isSvgShape(name)) {
      const { a, b, c, d } = place.map;
      if (a * d - b * c === 0) {
        this.notes.add(`a ${name} under a transform of no area draws nothing`);
        return [];
      }
      return [svgShape(element, place, this.notes)].flatMap((item) => item ?? []);
    }
    if (GROUPS.has(name)) return this.children(element, place, depth + 1);
    if (name === "switch") {
      if (element.children.length > 1) this.notes.add("of a switch, the first child was taken");
      return element.children.slice(0, 1).flatMap((child) => this.element(child, place, depth + 1));
    }
    if (name === "svg") return this.nested(element, place, depth, attributes);
    if (name === "use") return this.used(element, place, depth);
    this.notes.add(
      `${name}: ${WHY[name] ?? (/^fe[A-Z]|Gradient$|^pattern$/.test(name) ? "painting is not taken over" : "not an outline")}`,
    );
    return [];
  }

  /** An svg inside another, at x and y of the attributes given; symbols are placed in the same way. */
  private nested(element: SvgElement, place: Place, depth: number, sizes: SvgElement["attributes"]): ImportedItem[] {
    const length = (attribute: string, of: "width" | "height", otherwise: number): number =>
      lengthOf(sizes[attribute] ?? "", of, place.viewport) ?? otherwise;
    const size = {
      width: length("width", "width", place.viewport.width),
      height: length("height", "height", place.viewport.height),
    };
    if (!(size.width > 0) || !(size.height > 0)) {
      this.notes.add(`a ${element.name} without width or height draws nothing`);
      return [];
    }
    if (element.attributes.overflow !== "visible")
      this.notes.add(`the clip at the edge of a nested ${element.name} is not applied`);
    const isSvg = element.name === "svg";
    const [x, y] = isSvg ? [length("x", "width", 0), length("y", "height", 0)] : [0, 0];
    return this.viewport(element, { ...place, map: compose(translation(x, y), place.map) }, size, depth);
  }

  private used(use: SvgElement, place: Place, depth: number): ImportedItem[] {
    const { attributes } = use;
    const reference = attributes.href ?? "";
    const target = reference.startsWith("#") ? this.byId.get(reference.slice(1)) : undefined;
    if (!target) {
      this.notes.add(`use: there is no element "${reference}" in this file`);
      return [];
    }
    if (this.using.includes(target)) {
      this.notes.add(`use: "${reference}" would draw itself`);
      return [];
    }
    const x = lengthOf(attributes.x ?? "", "width", place.viewport) ?? 0;
    const y = lengthOf(attributes.y ?? "", "height", place.viewport) ?? 0;
    const moved = { ...place, map: compose(translation(x, y), place.map) };
    this.using.push(target);
    const items =
      target.name === "symbol" || target.name === "svg"
        ? this.nested(target, this.inherited(target, moved), depth + 1, {
            ...target.attributes,
            ...sizesOf(attributes),
          })
        : this.element(target, moved, depth + 1);
    this.using.pop();
    return items;
  }

  /** What an element passes on to what it holds: its map, fill rule and name. */
  inherited(element: SvgElement, place: Place): Place {
    const { attributes, children } = element;
    const style = styleOf(element);
    const rule = style["fill-rule"] ?? attributes["fill-rule"];
    let { map } = place;
    if (attributes.transform !== undefined) {
      const own = transformOf(attributes.transform);
      if (own) map = compose(own, map);
      else this.notes.add(`transform="${attributes.transform}" could not be read and was not applied`);
    }
    const title = children.find(({ name }) => name === "title")?.text.trim();
    return {
      ...place,
      map,
      fillRule: rule === "evenodd" || rule === "nonzero" ? (rule as FillRule) : place.fillRule,
      name: attributes.id ?? (title || place.name),
    };
  }

  private noteUnapplied({ name, attributes }: SvgElement, style: Record<string, string>): void {
    const has = (property: string): string | undefined => style[property] ?? attributes[property];
    for (const property of [
      "clip-path",
      "mask",
      "filter",
      "marker-start",
      "marker-mid",
      "marker-end",
      "transform-origin",
    ])
      if (has(property) && has(property) !== "none") this.notes.add(`${property} of a ${name} is not applied`);
    if (style.transform) this.notes.add(`a transform in the style of a ${name} is not applied`);
    const stroke = has("stroke");
    if (stroke && stroke !== "none")
      this.notes.add("a stroke is not taken over: its outline is, as a line without width");
    if (has("fill") || has("opacity") || has("fill-opacity")) this.notes.add("colours and opacity are not taken over");
  }
}

function sizesOf({ width, height }: SvgElement["attributes"]): Record<string, string> {
  return { ...(width === undefined ? {} : { width }), ...(height === undefined ? {} : { height }) };
}

/** The declarations of a style attribute; display may also be an attribute of its own. */
function styleOf({ attributes }: SvgElement): Record<string, string> {
  const style: Record<string, string> = attributes.display ? { display: attributes.display.trim() } : {};
  for (const declaration of (attributes.style ?? "").split(";")) {
    const colon = declaration.indexOf(":");
    if (colon > 0)
      style[declaration.slice(0, colon).trim()] = declaration
        .slice(colon + 1)
        .replace("!important", "")
        .trim();
  }
  return style;
}
