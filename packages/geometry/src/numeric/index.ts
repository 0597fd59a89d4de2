/**
 * Exact decisions on doubles.
 *
 * A sign is first computed in plain doubles with a proven error bound; only where that bound cannot decide,
 * error-free products and finally BigInt do. No caller ever sees an epsilon.
 * Sources: T. J. Dekker, "A floating-point technique for extending the available precision" (1971);
 * J. R. Shewchuk, "Adaptive precision floating-point arithmetic and fast robust geometric predicates" (1997).
 */
export { inCircle } from "./in-circle";
export { toCommonIntegers } from "./integers";
export { orientation } from "./orientation";
export { pointOrder } from "./point-order";
export { crossRounded, crossSign, productError } from "./products";
