import { probesOf } from "../../model/scene";
import { NO_FIGURE, PLAIN_PLAN, type Station } from "../../model/station";
import { ProbePanel } from "./probe";

export const probe: Station = {
  key: "probe",
  title: "Probe",
  figure: (view) => {
    const points = view.definitions.flatMap(({ value }) => probesOf(value)[0]?.points ?? []);
    if (points.length === 0) return NO_FIGURE;
    const inside = points.filter(({ side }) => side === "inside").length;
    return points.length < 100 ? `${inside} of ${points.length} in` : `${inside} in`;
  },
  Panel: ProbePanel,
  plan: { ...PLAIN_PLAN, isAsked: true, vertices: false },
};
