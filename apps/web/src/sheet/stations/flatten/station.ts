import { small } from "@/format/numbers";
import { NO_FIGURE, PLAIN_PLAN, type Station } from "../../model/station";
import { FlattenPanel } from "./flatten";

export const flatten: Station = {
  key: "flatten",
  title: "Flatten",
  figure: (_, shape) => (shape ? `±${small(shape.shape.error)}` : NO_FIGURE),
  Panel: FlattenPanel,
  plan: { ...PLAIN_PLAN, trueOutline: true },
};
