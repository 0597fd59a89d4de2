import { BarController, BarElement, CategoryScale, Chart, LinearScale, Tooltip } from "chart.js";
import { useMemo } from "react";
import { Bar } from "react-chartjs-2";
import { fixed, small } from "@/format/numbers";
import { tokens, withAlpha } from "@/theme/tokens";
import { SIDES } from "@/worker/probed-points";
import type { PointSet } from "./point-set";

Chart.register(BarController, BarElement, CategoryScale, LinearScale, Tooltip);

const BINS = 24;
const GRID = { color: tokens.rule };
/** Told apart by lightness as the marks on the plan are: inside is filled. */
const FILLS = {
  inside: tokens.plum,
  outside: withAlpha(tokens.plum, 0.28),
  boundary: tokens.olive,
} as const;

/** Of the listed points: how far they lie from the outline, and how many on each side, shape by shape. */
export function Distribution({ set, rows }: { set: PointSet; rows: Uint32Array }) {
  const bins = useMemo(() => histogram(set, rows), [set, rows]);
  const shares = useMemo(() => sharesOf(set, rows), [set, rows]);
  if (rows.length < 2 || !bins) return null;
  return (
    <>
      <div className="chart probe-chart" data-testid="distance-chart">
        <Bar
          aria-label="signed distances of the listed points"
          data={{
            labels: bins.map(({ from, to }) => small((from + to) / 2)),
            datasets: [
              {
                label: "points",
                data: bins.map(({ count }) => count),
                backgroundColor: bins.map(({ from, to }) => (from + to < 0 ? FILLS.inside : FILLS.outside)),
                barPercentage: 1,
                categoryPercentage: 0.94,
              },
            ],
          }}
          options={{
            animation: false,
            maintainAspectRatio: false,
            scales: {
              x: {
                title: { display: true, text: "signed distance: inside is below 0" },
                grid: { display: false },
                ticks: { maxTicksLimit: 7 },
              },
              y: { title: { display: true, text: "points" }, grid: GRID, ticks: { precision: 0 } },
            },
            plugins: {
              tooltip: {
                callbacks: {
                  title: ([item]) => `${small(bins[item.dataIndex].from)} to ${small(bins[item.dataIndex].to)}`,
                  label: ({ parsed }) => `${fixed(parsed.y ?? 0, 0)} points`,
                },
              },
            },
          }}
        />
      </div>
      <div className="probe-shares" data-testid="side-shares">
        {shares.map(({ shape, sides, total }) => (
          <div key={shape}>
            <span className="mono">{shape}</span>
            <span className="probe-bar" title={SIDES.map((side, k) => `${side} ${sides[k]}`).join(", ")}>
              {(["inside", "boundary", "outside"] as const).map((side) => (
                <span key={side} style={{ flexGrow: sides[SIDES.indexOf(side)], background: FILLS[side] }} />
              ))}
            </span>
            <span>{fixed((100 * sides[SIDES.indexOf("inside")]) / total, 1)}% inside</span>
          </div>
        ))}
      </div>
    </>
  );
}

/** Signed distances in equal bins, 0 between two of them; null where nothing is finite. */
function histogram({ points }: PointSet, rows: Uint32Array): { from: number; to: number; count: number }[] | null {
  let [least, most] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
  for (const i of rows) {
    const distance = points.distance[i];
    if (!Number.isFinite(distance)) continue;
    if (distance < least) least = distance;
    if (distance > most) most = distance;
  }
  if (!(most > least)) return null;
  const width = (most - least) / BINS;
  const first = Math.floor(least / width);
  const bins = Array.from({ length: Math.floor(most / width) - first + 1 }, (_, k) => ({
    from: (first + k) * width,
    to: (first + k + 1) * width,
    count: 0,
  }));
  for (const i of rows) {
    const k = Math.floor(points.distance[i] / width) - first;
    if (k >= 0 && k < bins.length) bins[k].count++;
  }
  return bins;
}

function sharesOf(set: PointSet, rows: Uint32Array): { shape: string; sides: number[]; total: number }[] {
  const found = new Map<string, { shape: string; sides: number[]; total: number }>();
  for (const i of rows) {
    const shape = set.shapeOf(i);
    let row = found.get(shape);
    if (!row) {
      row = { shape, sides: SIDES.map(() => 0), total: 0 };
      found.set(shape, row);
    }
    row.sides[set.points.side[i]]++;
    row.total++;
  }
  return [...found.values()];
}
