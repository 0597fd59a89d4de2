/**
 * Point location: inside, outside or on the boundary under a fill rule, and the winding number.
 *
 * With regard to the edges of rings it is exact on the doubles given: an edge counts when it spans the point's y (half-open, its
 * lower end included), and which side of it the point lies on is decided by the exact orientation. A point on any edge is on
 * the boundary and has winding number 0 by convention. With regard to true curves sides are certain, and what doubles cannot
 * decide is said to lie on the boundary, with a width.
 */
export { type Bounces, bounces } from "./bounces";
export { type Hit, type HitIndex, hitIndex } from "./hits";
export { hitsOnPath, type PathHit } from "./hits-on-path";
export { locateOnPath, type PathLocation } from "./locate-on-path";
export { locatePoint } from "./locate-point";
export { type Location, type LocationIndex, locationIndex } from "./location-index";
export { type PathDistance, type PathIndex, pathIndex, unitFactor } from "./path-index";
export { type RayCrossings, rayCrossings } from "./ray-crossings";
export { type ShapesIndex, shapesIndex } from "./shapes-index";
export { boxAround } from "./turn-around";
