import { allRings } from "@vertexon/geometry";
import { fixed } from "@/format/numbers";
import { NO_FIGURE, PLAIN_PLAN, type Station } from "../../model/station";
import { HandoffPanel } from "./handoff";

export const handoff: Station = {
  key: "handoff",
  title: "Hand off",
  figure: (_, shape) => {
    if (!shape) return NO_FIGURE;
    const { isMade, polygons, vertices: written } = shape.shape;
    const vertices = isMade ? allRings(polygons).reduce((sum, ring) => sum + ring.length / 2, 0) : written;
    return `${fixed(vertices, 0)} vert.`;
  },
  Panel: HandoffPanel,
  plan: { ...PLAIN_PLAN, vertices: false },
};
