/** Memory of large computations: typed arrays that grow, are lent, or share blocks, and working objects that are used again. */

export { carvedDoubles, carvedInts } from "./carved";
export { GrowingDoubles, GrowingInts } from "./growing";
export { headOf } from "./head";
export { AT_ONCE, WorkObjects } from "./work-objects";
export { giveBack, lentDoubles } from "./workspace";
