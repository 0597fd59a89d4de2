/** What people do with outlines, in the order in which they do it. */
export const stations = [
  { key: "define", title: "Define" },
  { key: "flatten", title: "Flatten" },
  { key: "combine", title: "Combine" },
  { key: "probe", title: "Probe" },
  { key: "field", title: "Field" },
  { key: "handoff", title: "Hand off" },
] as const;

export type Station = (typeof stations)[number]["key"];
