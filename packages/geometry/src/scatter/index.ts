/** Points to order, the same for the same seed: even in a region, kept apart, on a lattice, along an outline. */
export { type PlaceAlong, placesAlong, strewnAlong } from "./along";
export { apart, ScatterError } from "./apart";
export { lattice } from "./lattice";
export { scattered } from "./scattered";
