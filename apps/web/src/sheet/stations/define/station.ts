import { plural } from "@/format/numbers";
import { shapesOf } from "../../model/scene";
import { PLAIN_PLAN, type Station } from "../../model/station";
import { DefinePanel } from "./define";

export const define: Station = {
  key: "define",
  title: "Define",
  figure: (view) => plural(shapesOf(view).length, "shape"),
  Panel: DefinePanel,
  plan: { ...PLAIN_PLAN, isEdited: true, numbers: true },
};
