import { aim } from "./aim";
import { boxSizes } from "./box-sizes";
import { carry, wayOut } from "./carry";
import { checkField } from "./check-field";
import { checkMine } from "./check-mine";
import { combination } from "./combination";
import { compose } from "./compose";
import { edgeRegion } from "./edge-region";
import { fieldPicture } from "./field-picture";
import { fieldRows } from "./field-rows";
import { fieldSamples } from "./field-samples";
import { fieldSave } from "./field-save";
import { fieldWorth } from "./field-worth";
import { flattening } from "./flattening";
import { gridReader } from "./grid-reader";
import { fieldHandoff, handoff } from "./handoff";
import { importPlan } from "./import-plan";
import { inspection } from "./inspection";
import { march } from "./march";
import { measures } from "./measures";
import { medialLines } from "./medial-lines";
import { mesh } from "./mesh";
import { operandsAt } from "./operands-at";
import { pixels } from "./pixels";
import { pointsFile } from "./points-file";
import { pointsText } from "./points-text";
import { preview } from "./preview";
import { pull } from "./pull";
import { reachBound } from "./reach-bound";
import { regions } from "./regions";
import { section } from "./section";
import { shapesAt } from "./shapes-at";
import { sweep } from "./sweep";
import { testVectors } from "./test-vectors";
import { thumbnail } from "./thumbnail";
import { tryOut } from "./try-out";
import { whatIf } from "./what-if";
import { why } from "./why";
import { windings } from "./windings";

/**
 * What is answered about a sheet, by the worker that evaluates it: `(sheet, asked) => answer`. A further question is a file
 * and a row here; who asks names it. Only its types are known to the page.
 */
export const questions = {
  aim,
  boxSizes,
  carry,
  compose,
  fieldPicture,
  edgeRegion,
  fieldSamples,
  handoff,
  importPlan,
  inspection,
  march,
  operandsAt,
  preview,
  pull,
  reachBound,
  section,
  shapesAt,
  thumbnail,
  tryOut,
  wayOut,
  why,
};

/** What takes long is answered by workers of their own, `(sheet, asked, tell) => answer`, telling answers on the way. */
export const longQuestions = {
  checkField,
  checkMine,
  combination,
  fieldHandoff,
  fieldRows,
  fieldSave,
  fieldWorth,
  flattening,
  gridReader,
  measures,
  medialLines,
  mesh,
  pixels,
  pointsFile,
  pointsText,
  regions,
  sweep,
  testVectors,
  whatIf,
  windings,
};

type All = typeof questions & typeof longQuestions;
export type Kind = keyof typeof questions;
export type LongKind = keyof typeof longQuestions;
/** What a question is asked with, and what it is answered. */
export type Asked<K extends keyof All> = Parameters<All[K]>[1];
export type Answer<K extends keyof All> = Awaited<ReturnType<All[K]>>;
