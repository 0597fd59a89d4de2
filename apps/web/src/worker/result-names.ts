import { namedShapesIn, resultsAmong } from "@vertexon/notation";
import type { AskedSheet } from "./asked-sheet";

/** The names of all results of a sheet that have an area, but for one, and for those that it is an item of. */
export function resultNames({ evaluated }: AskedSheet, without: string): string[] {
  return resultsAmong(evaluated?.definitions ?? []).flatMap(({ name, value }) =>
    (value ? namedShapesIn(name, value) : []).flatMap(([each, shape]) =>
      // Lines enclose nothing, whatever closing them would make of it.
      each !== without && shape.polygons.length > 0 && shape.outline.subpaths.some(({ closed }) => closed)
        ? [each]
        : [],
    ),
  );
}
