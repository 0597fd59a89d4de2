/**
 * Paths: outlines made of lines, Bézier curves and elliptical arcs.
 *
 * The model holds absolute coordinates only, every segment with its own start, so that a segment can be read alone.
 * Path data is read exactly as the SVG 2 grammar has it (https://www.w3.org/TR/SVG2/paths.html#PathDataBNF), arcs are
 * turned to centre form as SVG 2's implementation notes say (appendix B.2).
 */
export { arcFromEndpoints, longestHalfAxis, principalAxes } from "./arc";
export { cornersOf, segmentsWithJoin, startedAt, withCorner, withoutCorner } from "./corners";
export {
  curvatureAt,
  type Derivatives,
  derivativesAt,
  derivativesInto,
  type Frame,
  frameAt,
  tangentAt,
} from "./derivatives";
export { directionAt } from "./direction";
export { parallelTo, rootsOf, segmentBounds } from "./extremes";
export { type ArcLength, arcLengthOf, frameAtLength, parameterAtLength, segmentLength } from "./length";
export { type Meeting, meetingsOf, polishedMeeting } from "./meetings";
export {
  type Arc,
  type Cubic,
  circleSubpath,
  hasLength,
  type Line,
  type Path,
  pointAt,
  polygonPath,
  type Quadratic,
  type RationalQuadratic,
  type Segment,
  type Subpath,
} from "./model";
export { type Moments, momentsOf } from "./moments";
export { type Nearest, nearestOnSegment } from "./nearest";
export { type Bend, bendOf, nearestOnStretch } from "./nearest-on-stretch";
export {
  PathDataError,
  parsePathData,
  parsePathPrefix,
  pathSegmentPlaces,
  type WrittenPathPoint,
  writtenPathPoints,
} from "./path-data";
export { hodographOf, rationalPart, rationalQuadratic, WeightError } from "./rational";
export { reversedSegment, reversePath } from "./reverse";
export { mostBend } from "./second-derivative";
export { sectorArea } from "./sector-area";
export { slowPlaces } from "./speed";
export { partOf, splitSegment } from "./split";
export {
  type Affine,
  compose,
  IDENTITY,
  inverse,
  rotation,
  scaling,
  transformPath,
  transformPoint,
  translation,
} from "./transform";
export { writePathData } from "./write-path-data";
