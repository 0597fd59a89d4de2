import {
  Chart,
  type ChartOptions,
  LinearScale,
  LineController,
  LineElement,
  LogarithmicScale,
  PointElement,
  ScatterController,
  Tooltip,
} from "chart.js";
import { useMemo } from "react";
import { Scatter } from "react-chartjs-2";
import { fixed, small } from "@/format/numbers";
import { tokens, withAlpha } from "@/theme/tokens";
import type { FlatteningView } from "@/worker/questions/flattening";

Chart.register(LinearScale, LogarithmicScale, LineController, LineElement, PointElement, ScatterController, Tooltip);
Chart.defaults.font.family = tokens.mono;
Chart.defaults.font.size = 11;
Chart.defaults.color = tokens.quiet;

const GRID = { color: tokens.rule };

/** Error along the outline, edge by edge, against what is allowed. */
export function ErrorChart({ flattening, allowed }: { flattening: FlatteningView; allowed: number | undefined }) {
  const { along } = flattening;
  const data = useMemo(() => {
    const last = along.at(-1)?.at ?? 1;
    return {
      datasets: [
        {
          label: "error",
          data: along.map(({ at, deviation }) => ({ x: at, y: deviation })),
          borderColor: tokens.plum,
          backgroundColor: tokens.plum,
          pointRadius: along.length > 120 ? 0 : 2.2,
          borderWidth: 1.4,
          showLine: true,
        },
        ...(allowed === undefined
          ? []
          : [
              {
                label: "tolerance",
                data: [
                  { x: 0, y: allowed },
                  { x: last, y: allowed },
                ],
                borderColor: tokens.olive,
                borderDash: [5, 4],
                borderWidth: 1.6,
                pointRadius: 0,
                showLine: true,
              },
            ]),
      ],
    };
  }, [along, allowed]);
  const options: ChartOptions<"scatter"> = {
    animation: false,
    maintainAspectRatio: false,
    scales: {
      x: { min: 0, title: { display: true, text: "along the outline" }, grid: GRID },
      y: { min: 0, title: { display: true, text: "error" }, grid: GRID },
    },
    plugins: {
      tooltip: {
        callbacks: {
          label: ({ datasetIndex, dataIndex, parsed }) =>
            datasetIndex === 0
              ? `segment ${along[dataIndex].segment + 1}: ${fixed(parsed.y ?? 0, 5)}`
              : `tolerance ${small(parsed.y ?? 0)}`,
        },
      },
    },
  };
  return (
    <div className="chart" data-testid="error-chart">
      <Scatter data={data} options={options} aria-label="error along the outline" />
    </div>
  );
}

/** Vertices against tolerance for this outline, with the theoretical limit and the present setting. */
export function CountChart({
  flattening,
  vertices,
  tolerance,
  onTake,
}: {
  flattening: FlatteningView;
  vertices: number;
  tolerance: number;
  onTake(tolerance: number): void;
}) {
  const { counts, limit } = flattening;
  const data = useMemo(
    () => ({
      datasets: [
        {
          label: "this setting",
          data: [{ x: tolerance, y: vertices }],
          pointRadius: 6,
          borderWidth: 2,
          borderColor: tokens.ink,
          backgroundColor: tokens.sheet,
          showLine: false,
        },
        {
          label: "vertices",
          data: counts.map((each) => ({ x: each.tolerance, y: each.vertices })),
          borderColor: tokens.plum,
          backgroundColor: withAlpha(tokens.plum, 0.8),
          pointRadius: 2.6,
          pointHoverRadius: 5,
          borderWidth: 1.4,
          showLine: true,
        },
        {
          label: "limit",
          data: counts.map((each) => ({ x: each.tolerance, y: limit / Math.sqrt(8 * each.tolerance) })),
          borderColor: tokens.olive,
          borderDash: [5, 4],
          borderWidth: 1.6,
          pointRadius: 0,
          showLine: true,
        },
      ],
    }),
    [counts, limit, tolerance, vertices],
  );
  const options: ChartOptions<"scatter"> = {
    animation: false,
    maintainAspectRatio: false,
    scales: {
      x: { type: "logarithmic", title: { display: true, text: "tolerance" }, grid: GRID, ticks: { maxTicksLimit: 6 } },
      y: { type: "logarithmic", title: { display: true, text: "vertices" }, grid: GRID, ticks: { maxTicksLimit: 5 } },
    },
    plugins: {
      tooltip: {
        callbacks: {
          label: ({ dataset, parsed }) =>
            `${dataset.label}: ${fixed(parsed.y ?? 0, dataset.label === "limit" ? 1 : 0)} at ${small(parsed.x ?? 0)}`,
        },
      },
    },
    onClick: (_, [element]) => {
      if (element?.datasetIndex === 1) onTake(counts[element.index].tolerance);
    },
  };
  return (
    <>
      <div className="chart" data-testid="count-chart">
        <Scatter data={data} options={options} aria-label="vertices against tolerance" />
      </div>
      <p className="quiet">Dashed: the least possible. Ring: what is set. Click a point to take its tolerance.</p>
    </>
  );
}
