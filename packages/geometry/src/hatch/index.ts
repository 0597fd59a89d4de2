/**
 * Hatching: parallel lines, or rays from a point, at even steps, kept to a shape.
 */
export { fanLines, HatchError, hatchLines } from "./hatch";
