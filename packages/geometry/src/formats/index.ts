/**
 * Polygons as text for other programs: source code, JSON, SVG path data and well-known text; outlines with curves as path
 * data; edges as a table with what they stand for.
 *
 * Rings keep the kernel's sense: outer rings positive, holes negative. Numbers are rounded to a count of decimals; how far
 * that moves a vertex is part of the result, and so is every vertex that rounding made equal to the one before it.
 */
export type { Form, HandedShape, Handoff, HandoffOptions } from "./form";
export { type HandoffFormat, handOff, handoffForms } from "./forms";
