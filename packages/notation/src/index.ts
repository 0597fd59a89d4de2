/**
 * The notation of a sheet: a short text that says how shapes are computed. docs/notation.md is its reference.
 * A {@link Sheet} evaluates scripts incrementally; edits put changes made on the plan back into the text.
 */

export { formatScript } from "./editor/format";
export { editorParser } from "./editor/highlighting";
export { type Occurrences, occurrencesAt, renameEdits } from "./editor/occurrences";
export { travelPlaces } from "./editor/travel";
export { type WrittenNumber, writtenNumbers } from "./editor/written-numbers";
export { type DriverPlace, driverPlace } from "./edits/drivers";
export { flattenEdits, type PixelFlattening, writtenPixels } from "./edits/flattening";
export { moveHandle } from "./edits/move-handle";
export { axisSenseEdits, planBoxEdits, planSizeEdits } from "./edits/plan";
export { addProbePoint } from "./edits/probe-points";
export { isUnmoved, type Pull, pullOf, stays } from "./edits/pull";
export { arcReadings } from "./edits/readings";
export { applyEdits, writeNumber } from "./edits/text";
export { type VertexChange, VertexChangeError, vertexEdits } from "./edits/vertices";
export {
  type Asked,
  type BuiltFile,
  buildFile,
  buildFiles,
  defaultFile,
  type HandoffReport,
  valuesOf,
} from "./handoff/build-files";
export { figuresOf, ownKind } from "./handoff/figures";
export { DEFAULT_OPTIONS, type HandoffOptions, optionsText } from "./handoff/options";
export {
  type Attachment,
  ImportError,
  type ImportPlan,
  MOST_POINTS,
  type PointFile,
  planImport,
  readPoints,
  type Side,
} from "./import";
export {
  constants,
  distanceMethods,
  type FunctionSignature,
  functions,
  methodNamed,
  methods,
  type Reading,
} from "./library";
export {
  callForm,
  exampleAttachments,
  exampleScript,
  type ReferenceGroup,
  referenceGroups,
  referenceMarkdown,
} from "./library/reference";
export { reasonOf } from "./messages/reason";
export { type Composed, fewestOperands, needsFiveShapes, type RegionKey } from "./regions/compose-regions";
export { FiveShapes } from "./regions/five-shapes";
export type {
  Definition,
  Diagnostic,
  Emission,
  Evaluated,
  Mark,
  OwnFunction,
  Picture,
  PlanSettings,
  Progress,
} from "./sheet/evaluated";
export { resultsAmong } from "./sheet/results";
export { Sheet } from "./sheet/sheet";
export { unsavableIn } from "./sheet/unsavable";
export type { Mend, Span, TextEdit } from "./syntax";
export {
  type Combination,
  Distance,
  distanceHandles,
  distanceOf,
  type ErrorBound,
  type Field,
  type Grip,
  type Handle,
  handlesOf,
  namedDistancesIn,
  namedShapesIn,
  type Probe,
  Shape,
  type Sources,
  shapesIn,
  type TrailRecord,
  total,
  type Value,
} from "./values";
export { boundaryOf } from "./values/boundary";
export { curvesOf } from "./values/curve-index";
