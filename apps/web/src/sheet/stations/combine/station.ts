import { NO_FIGURE, PLAIN_PLAN, type Station } from "../../model/station";
import { CombinePanel } from "./combine";

export const combine: Station = {
  key: "combine",
  title: "Combine",
  figure: (_, shape) => {
    if (!shape) return NO_FIGURE;
    const holes = shape.shape.polygons.reduce((sum, polygon) => sum + polygon.holes.length, 0);
    return `${shape.shape.polygons.length} + ${holes}`;
  },
  Panel: CombinePanel,
  plan: { ...PLAIN_PLAN, isCombined: true },
};
