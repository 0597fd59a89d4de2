/**
 * Pixels: what a target shows of polygons, with hard edges or smoothed.
 *
 * A grid is that of fields (../distance): square cells, row by row from the smallest y. Hard edges ask for each cell's
 * centre, exactly; coverage is the share of each cell that the polygons fill, added up edge by edge.
 */
export { coverage } from "./coverage";
export { hardEdged } from "./hard-edged";
