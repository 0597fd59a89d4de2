import { small } from "@/format/numbers";
import { NO_FIGURE, PLAIN_PLAN, type Station } from "../../model/station";
import { FieldPanel } from "./field";

export const field: Station = {
  key: "field",
  title: "Field",
  figure: (view) => {
    const field = view.definitions.find(({ value }) => value?.type === "field")?.value;
    return field?.type === "field" ? `cell ${small(field.grid.cell)}` : NO_FIGURE;
  },
  Panel: FieldPanel,
  plan: { ...PLAIN_PLAN, isField: true },
};
