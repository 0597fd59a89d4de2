/**
 * Point location: inside, outside or on the boundary of rings under a fill rule, and the winding number.
 *
 * Exact on the doubles given: an edge counts when it spans the point's y (half-open, its lower end included), and which
 * side of it the point lies on is decided by the exact orientation. A point on any edge is on the boundary and has
 * winding number 0 by convention.
 */
export { locatePoint } from "./locate-point";
export { type Location, type LocationIndex, locationIndex } from "./location-index";
