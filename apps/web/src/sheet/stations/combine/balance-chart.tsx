import { BarController, BarElement, CategoryScale, Chart, LinearScale, Tooltip } from "chart.js";
import { Bar } from "react-chartjs-2";
import { fixed } from "@/format/numbers";
import { tokens, tones, withAlpha } from "@/theme/tokens";

Chart.register(BarController, BarElement, CategoryScale, LinearScale, Tooltip);

interface Props {
  labels: [string, string];
  areas: [number, number];
  union: number;
  intersection: number;
}

const PARTS: [string, string][] = [
  ["A, the first", tones[0]],
  ["B, all others", tones[1]],
  ["union", tones[2]],
  ["intersection", tones[3]],
];

/** The two sides of the balance as bars: areas of both operands, and union and intersection, end to end. */
export function BalanceChart({ labels, areas, union, intersection }: Props) {
  const part = (label: string, row: 0 | 1, value: number, tone: string) => ({
    label,
    data: row === 0 ? [value, null] : [null, value],
    backgroundColor: withAlpha(tone, 0.55),
    borderColor: tokens.ink,
    borderWidth: 1,
    barPercentage: 0.9,
    categoryPercentage: 0.9,
  });
  return (
    <figure className="balance" data-testid="balance-chart">
      <figcaption className="balance-key">
        {PARTS.map(([key, tone]) => (
          <span key={key}>
            <span className="region-tone" style={{ background: tone }} /> {key}
          </span>
        ))}
      </figcaption>
      <div className="balance-chart">
        <Bar
          aria-label="areas of the operands against union and intersection"
          data={{
            labels: ["A + B", "union + intersection"],
            datasets: [
              part(`A: ${labels[0]}`, 0, areas[0], tones[0]),
              part(`B: ${labels[1]}`, 0, areas[1], tones[1]),
              part("union", 1, union, tones[2]),
              part("intersection", 1, intersection, tones[3]),
            ],
          }}
          options={{
            indexAxis: "y",
            animation: false,
            maintainAspectRatio: false,
            scales: {
              x: { stacked: true, grid: { color: tokens.rule } },
              y: { stacked: true, grid: { display: false }, ticks: { autoSkip: false } },
            },
            plugins: {
              tooltip: {
                callbacks: { label: ({ dataset, parsed }) => `${dataset.label} ${fixed(parsed.x ?? 0, 3)}` },
              },
            },
          }}
        />
      </div>
    </figure>
  );
}
