import { keepCurves } from "../../curved";
import { parsePathData, segmentsWithJoin, writePathData } from "../../path";
import { effectOfRounding, plainNumber, requireDecimals } from "../decimals";
import type { Form } from "../form";

/** Path data with the true curves; vertices are the ends of segments: https://www.w3.org/TR/SVG2/paths.html */
export const svgCurves: Form = {
  title: "SVG curves",
  ending: "txt",
  mediaType: "text/plain",
  keepsCurves: true,
  write(shape, { decimals }) {
    requireDecimals(decimals);
    const { path } = keepCurves(shape.sources());
    const segments = path.subpaths.flatMap((subpath) => subpath.segments);
    const lines = segments.filter(({ kind }) => kind === "line").length;
    const rings = path.subpaths.map((subpath) => Float64Array.from(subpath.segments.flatMap((s) => [s.x0, s.y0])));
    return {
      text: `${writePathData(path, (value) => plainNumber(value, decimals))}\n`,
      vertices: rings.reduce((sum, ring) => sum + ring.length / 2, 0),
      segments: { curves: segments.length - lines, lines },
      ...effectOfRounding(rings, decimals),
    };
  },
  read: (text) =>
    parsePathData(text).subpaths.map((subpath) => segmentsWithJoin(subpath).flatMap(({ x0, y0 }) => [x0, y0])),
};
