/**
 * The notation of a sheet: a short text that says how shapes are computed. docs/notation.md is its reference.
 * A {@link Sheet} evaluates scripts incrementally; edits put changes made on the plan back into the text.
 */

export { addProbePoint, applyEdits, type DriverPlace, driverPlace, moveHandle, writeNumber } from "./edits";
export { flattenEdits, type PixelFlattening, writtenPixels } from "./flatten-edits";
export { formatScript } from "./format";
export {
  type Combination,
  constants,
  type Field,
  type FunctionSignature,
  functions,
  type Grip,
  type Handle,
  handlesOf,
  methods,
  namedShapesIn,
  type Probe,
  Shape,
  type Sources,
  shapesIn,
  type TrailRecord,
  type Value,
} from "./functions";
export { isUnmoved, type Pull, pullOf, stays } from "./handle-pull";
export { editorParser } from "./highlighting";
export { type Attachment, ImportError, type ImportPlan, planImport } from "./import";
export { reasonOf } from "./messages/reason";
export { type Occurrences, occurrencesAt, renameEdits } from "./occurrences";
export { axisSenseEdits, planBoxEdits, planSizeEdits } from "./plan-edits";
export { arcReadings, type Reading } from "./readings";
export {
  callForm,
  exampleAttachments,
  exampleScript,
  type ReferenceGroup,
  referenceGroups,
  referenceMarkdown,
} from "./reference";
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
export { Sheet } from "./sheet/sheet";
export { unsavableIn } from "./sheet/unsavable";
export type { Mend, Span, TextEdit } from "./syntax";
export { travelPlaces } from "./travel";
export { type VertexChange, VertexChangeError, vertexEdits } from "./vertex-edits";
export { type WrittenNumber, writtenNumbers } from "./written-numbers";
