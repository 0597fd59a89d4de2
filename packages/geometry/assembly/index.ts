// AssemblyScript, compiled to WebAssembly by `npm run assembly`: two samples at a time, and no checks in the loops.
export { block, blockXs, blockYs, children, edges, found, gaps, place, sides, xs, ys } from "./memory";
export { measureEdges } from "./near-edges";
export { nearestEdges } from "./points";
export { measureBlock } from "./tiles";
