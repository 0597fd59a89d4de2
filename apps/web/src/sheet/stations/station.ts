/** How the plan looks and answers while a station is open. */
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

const PLAIN: StationPlan = {
  isField: false,
  isEdited: false,
  isAsked: false,
  vertices: true,
  numbers: false,
  trueOutline: false,
  isCombined: false,
};

/**
 * What people do with outlines, in the order in which they do it. A further one is a row here, in key-figures.ts and in
 * station-panel.tsx, and a folder for its panel.
 */
export const stations = [
  { key: "define", title: "Define", plan: { ...PLAIN, isEdited: true, numbers: true } },
  { key: "flatten", title: "Flatten", plan: { ...PLAIN, trueOutline: true } },
  { key: "combine", title: "Combine", plan: { ...PLAIN, isCombined: true } },
  { key: "probe", title: "Probe", plan: { ...PLAIN, isAsked: true, vertices: false } },
  { key: "field", title: "Field", plan: { ...PLAIN, isField: true } },
  { key: "handoff", title: "Hand off", plan: { ...PLAIN, numbers: true } },
] as const satisfies readonly { key: string; title: string; plan: StationPlan }[];

export type Station = (typeof stations)[number]["key"];

const plans = new Map<Station, StationPlan>(stations.map(({ key, plan }) => [key, plan]));

export function planOf(station: Station): StationPlan {
  return plans.get(station)!;
}
