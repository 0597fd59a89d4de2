/**
 * What is handed to other programs: source code, JSON, path data, documents, well-known text and binary, tables, style sheets,
 * and forms of one's own.
 *
 * Things are figures: a region by its rings, an outline by its own lines, triangles, points, numbers. They are placed in the
 * target's coordinates, written by a form, read back by a reader that shares no code with the writer, and compared.
 * Regions keep the kernel's sense in the target, too: outer rings positive, holes negative; outlines keep their own.
 */
export {
  type BoxLength,
  type Figure,
  type FigureKind,
  type FigureLine,
  numbersFigure,
  outlineFigure,
  pathOfLines,
  pointKey,
  pointsFigure,
  regionFigure,
  type Samples,
  SHAPE_KINDS,
  type ShapeKind,
  samplesFigure,
  trianglesFigure,
} from "./figure";
export { FORM_GROUPS, type Form, type Holds, type ReadFigure } from "./form";
export { formOf, type HandoffFormat, handoffForms } from "./forms";
export { type Handoff, handOff } from "./hand-off";
export { identifier } from "./names";
export { INDEX_TYPES, type IndexType, LAYOUTS, type Layout, NUMBER_TYPES, type NumberType, type Style } from "./style";
export { AS_PLANNED, type Target } from "./target";
export { type Pieces, PLACES, PLAIN_PIECES, problemIn } from "./template/pieces";
