import type { ComponentType } from "react";
import type { SheetView } from "@/worker/sheet-view";
import type { NamedShape } from "./scene";

/** One thing that people do with outlines: a stop of the rail with its panel, and how the plan looks and answers meanwhile. */
export interface Station {
  key: string;
  title: string;
  /** The one figure that the rail shows: of the sheet, or of the shape that the station is about. */
  figure(view: SheetView, shape: NamedShape | null): string;
  Panel: ComponentType;
  plan: StationPlan;
}

export interface StationPlan {
  /** The field takes the place of the shapes, and nothing is dragged. */
  readonly isField: boolean;
  /** The plan writes shapes: corners are picked and moved, outlines clicked, all handles and named points are there. */
  readonly isEdited: boolean;
  /** A click asks for the place, and probed points are there to be dragged. */
  readonly isAsked: boolean;
  /** Marks along the shape in question: at its vertices, their numbers, its true curves and their worst spot. */
  readonly vertices: boolean;
  readonly numbers: boolean;
  readonly trueOutline: boolean;
  /** It is about the last combined shape, unless a combined one is chosen. */
  readonly isCombined: boolean;
}

/** Where a station has no figure to show. */
export const NO_FIGURE = "—";

/** Shapes with their vertices, to be looked at. */
export const PLAIN_PLAN: StationPlan = {
  isField: false,
  isEdited: false,
  isAsked: false,
  vertices: true,
  numbers: false,
  trueOutline: false,
  isCombined: false,
};
