import { allRings } from "@vertexon/geometry";
import { fixed } from "@/format/numbers";
import { NO_FIGURE, PLAIN_PLAN, type Station } from "../../model/station";
import { HandoffPanel } from "./handoff";

export const handoff: Station = {
  key: "handoff",
  title: "Hand off",
  figure: (_, shape) => {
    if (!shape) return NO_FIGURE;
    const vertices = allRings(shape.shape.polygons).reduce((sum, ring) => sum + ring.length / 2, 0);
    return `${fixed(vertices, 0)} vert.`;
  },
  Panel: HandoffPanel,
  plan: { ...PLAIN_PLAN, vertices: false },
};
