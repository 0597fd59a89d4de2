// biome-ignore-all lint/a11y/useSemanticElements: rows that are not in the page have no place in a table of HTML
// biome-ignore-all lint/a11y/useFocusableInteractive: a million rows are no stops for a key; the headings' buttons are
import { List, type RowComponentProps } from "react-window";
import { fixed } from "@/format/numbers";
import { usePlanDigits } from "@/format/plan-digits";
import { SIDES } from "@/worker/probed-points";
import { depends, isMeasured, type PointSet, type SortBy } from "./point-set";

const ROW = 24;
/** Browsers lay out no taller boxes than this, in pixels; beyond it a table would not scroll to its end. */
const TALLEST = 30_000_000;
const SHOWN = 11;

interface Sort {
  by: SortBy;
  falls: boolean;
}

interface Props {
  set: PointSet;
  rows: Uint32Array;
  sort: Sort | null;
  onSort(sort: Sort | null): void;
  onPoint(i: number | null): void;
  onChoose(i: number): void;
}

/** The listed points, a million of them as well as a few: only rows in view are in the page. */
export function PointTable({ set, rows, sort, onSort, onPoint, onChoose }: Props) {
  const digits = usePlanDigits();
  const count = Math.min(rows.length, Math.floor(TALLEST / ROW));
  const sorted = (by: SortBy): "ascending" | "descending" | "none" =>
    sort?.by !== by ? "none" : sort.falls ? "descending" : "ascending";
  /** Rising, falling, as they come. */
  const turn = (by: SortBy) => onSort(sort?.by !== by ? { by, falls: false } : sort.falls ? null : { by, falls: true });
  const heads: [title: string, by: SortBy | null][] = [
    ["point", null],
    ["x", "x"],
    ["y", "y"],
    ["side", null],
    ["turns", "winding"],
    ["distance", "distance"],
    ["edge", null],
    ["curve", null],
  ];
  return (
    <div
      className="point-table"
      role="table"
      aria-label="probed points"
      aria-rowcount={rows.length + 1}
      data-testid="points"
    >
      <div className="point-row point-heads" role="row">
        {heads.map(([title, by]) => (
          <span key={title} role="columnheader" aria-sort={by ? sorted(by) : undefined} title={HELP[title]}>
            {by ? (
              <button type="button" onClick={() => turn(by)}>
                {title}
                {sorted(by) !== "none" && <span aria-hidden="true">{sort?.falls ? " ↓" : " ↑"}</span>}
              </button>
            ) : (
              title
            )}
          </span>
        ))}
      </div>
      <List
        rowComponent={Row}
        rowCount={count}
        rowHeight={ROW}
        rowProps={{ set, rows, digits: digits.length, onPoint, onChoose }}
        style={{ height: Math.min(SHOWN, Math.max(1, count)) * ROW + 2 }}
        onMouseLeave={() => onPoint(null)}
      />
    </div>
  );
}

const HELP: Record<string, string> = {
  turns: "winding number: how often the outline runs around the point",
  edge: "ring and edge that are nearest, as the vertices are numbered in Define",
  curve: "the side by the true curves, where it is another one",
};

interface RowProps extends Pick<Props, "set" | "rows" | "onPoint" | "onChoose"> {
  digits: number;
}

function Row({ index, style, set, rows, digits, onPoint, onChoose }: RowComponentProps<RowProps>) {
  const i = rows[index];
  const isKnown = isMeasured(set.points);
  const { x, y, side, winding, distance, ring, edge, byCurves } = set.points;
  return (
    // biome-ignore lint/a11y/useKeyWithClickEvents: what a click does here, the rows of the script do by keys
    <div
      className="point-row"
      role="row"
      style={style}
      aria-rowindex={index + 2}
      onMouseEnter={() => onPoint(i)}
      onClick={() => onChoose(i)}
    >
      <span title={set.nameOf(i)}>{set.nameOf(i)}</span>
      <span>{fixed(x[i], digits)}</span>
      <span>{fixed(y[i], digits)}</span>
      <strong>{SIDES[side[i]]}</strong>
      <span>{winding[i]}</span>
      <span title={isKnown ? String(distance[i]) : undefined}>{isKnown ? fixed(distance[i], digits + 1) : "…"}</span>
      <span>{!isKnown ? "…" : edge[i] < 0 ? "—" : `${ring[i] + 1} · ${edge[i]}`}</span>
      <span className={depends(set.points, i) ? "probe-depends" : "quiet"}>
        {byCurves ? (depends(set.points, i) ? SIDES[byCurves[i]] : "same") : "—"}
      </span>
    </div>
  );
}
