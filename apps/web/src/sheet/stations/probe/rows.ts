import type { ProbeView, SheetView } from "@/worker/sheet-view";

export type Row = ProbeView["points"][number] & { key: string; probe: string; index: number; shape: string };

/** All probed points of a sheet, probe by probe. */
export function rowsOf({ definitions }: SheetView): Row[] {
  return definitions.flatMap(({ name, value }) =>
    value?.type === "probe"
      ? value.points.map((point, index) => ({
          ...point,
          key: `${name}.${index}`,
          probe: name,
          index,
          shape: value.shape,
        }))
      : [],
  );
}

/** Whether true curves put a point on another side than the edges do. */
export function depends({ side, byCurves }: Row): boolean {
  return byCurves !== null && byCurves.side !== side;
}

/** Which rows are shown. */
export type Shown = "all" | "inside" | "outside" | "boundary" | "depends";

export function isShown(row: Row, shown: Shown): boolean {
  if (shown === "all") return true;
  return shown === "depends" ? depends(row) : row.side === shown;
}

/** Rows as a table for another program (RFC 4180). */
export function asCsv(rows: readonly Row[]): string {
  const head =
    "probe,point,shape,x,y,side,winding,distance,nearest_x,nearest_y,ring,edge,side_by_curves,distance_by_curves";
  const lines = rows.map(({ probe, index, shape, x, y, side, winding, distance, nearest, ring, edge, byCurves }) =>
    [
      probe,
      index,
      `"${shape}"`,
      x,
      y,
      side,
      winding,
      distance,
      nearest.x,
      nearest.y,
      ring,
      edge,
      byCurves?.side ?? "",
      byCurves?.distance ?? "",
    ].join(),
  );
  return `${[head, ...lines].join("\r\n")}\r\n`;
}
