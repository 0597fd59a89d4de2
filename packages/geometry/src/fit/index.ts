/**
 * The way back from flattening: curves for vertices, within a stated distance, and circles and ellipses where they are such.
 */
export { FitError, type FitForm, type Fitted, fitCurves } from "./fit-curves";
