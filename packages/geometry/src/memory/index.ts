/** Memory of large computations: typed arrays that grow, and what keeps compiled code from being thrown away. */
export { headOf } from "./head";
export { GrowingDoubles, GrowingInts } from "./growing";
export { AT_ONCE, keepExamples, kept } from "./kept";
export { giveBack, lentDoubles } from "./workspace";
