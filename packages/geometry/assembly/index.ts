// AssemblyScript, compiled to WebAssembly by `npm run assembly`: two samples at a time, and no checks in the loops.

export { beginAround, locateAround, showAround } from "./around";
export {
  beginBlocks,
  keepRests,
  keepValues,
  leaveCandidates,
  listBeside,
  listFeet,
  listPoints,
  lists,
  orderCopies,
  pointsOfBlocks,
  seeAs,
  steps,
} from "./candidates";
export { far, setCells, several, shown } from "./copies";
export { measureForm } from "./form";
export { formsNear, leastAtEach, quarterEnds, quartersNear } from "./forms-near";
export {
  circleBlend,
  greater,
  less,
  lesser,
  noNearer,
  oneOnly,
  parabolaBlend,
  scaled,
  seePlaces,
  sizeLess,
  turnOver,
} from "./joins";
export {
  askedX,
  askedY,
  keepAsked,
  keepMiddles,
  middlesOfRuns,
  middleX,
  middleY,
  placesToAsk,
  radius,
} from "./least-of";
export { leastOfForms } from "./least-of-forms";
export { begins, block, blockXs, blockYs, children, edges, found, gaps, order, place, sides, xs, ys } from "./memory";
export { measureEdges } from "./near-edges";
export { outline } from "./outline";
export {
  beginPlaces,
  into,
  placeBlock,
  placeColumns,
  placeRows,
  placeTiles,
  placeX,
  placeY,
  setPlaces,
  setTiles,
  slotAt,
  tiles,
  unrollBlock,
  unrollTiles,
} from "./places";
export { curveDistances, nearestEdges, pointDistances } from "./points";
export { beginRepeated, locateRepeated, showRepeated } from "./repeated";
export { keepLeast, mostOfRun, runs } from "./runs";
export { runsOfSides } from "./sides";
export { measureBlock } from "./tiles";
