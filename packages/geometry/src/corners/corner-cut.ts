/** How corners are cut: by an arc of a radius, or between places at a length from the corner along both sides. */
export interface CornerCut {
  by: "radius" | "length";
  /** Plan units, greater than 0. */
  size: number;
  form: "arc" | "line";
}
