/** Memory of large computations: typed arrays that grow, or are lent, and what keeps compiled code from being thrown away. */

export { carvedDoubles, carvedInts } from "./carved";
export { GrowingDoubles, GrowingInts } from "./growing";
export { headOf } from "./head";
export { AT_ONCE, keepExamples, kept } from "./kept";
export { giveBack, lentDoubles } from "./workspace";
