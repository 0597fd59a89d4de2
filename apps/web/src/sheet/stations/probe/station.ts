import { NO_FIGURE, PLAIN_PLAN, type Station } from "../../model/station";
import { ProbePanel } from "./probe";

export const probe: Station = {
  key: "probe",
  title: "Probe",
  figure: (view) => {
    const points = view.definitions.flatMap(({ value }) => (value?.type === "probe" ? value.points : []));
    return points.length
      ? `${points.filter(({ side }) => side === "inside").length} of ${points.length} in`
      : NO_FIGURE;
  },
  Panel: ProbePanel,
  plan: { ...PLAIN_PLAN, isAsked: true, vertices: false },
};
