import { Chart, Filler, LinearScale, LineElement, PointElement, ScatterController, Tooltip } from "chart.js";
import { useMemo, useState } from "react";
import { Scatter } from "react-chartjs-2";
import { Figure } from "@/format/figure";
import { fixed, small } from "@/format/numbers";
import { tokens, withAlpha } from "@/theme/tokens";
import type { SectionView } from "@/worker/questions/section";
import { useAnswers } from "../../model/answers";
import { type Place, useLayer, useLight } from "../../model/layers";
import { useField } from "../../model/use-field";
import { useQuestion } from "../../model/use-question";
import { Empty, Facts, Pending } from "../parts/panel";

Chart.register(Filler, LinearScale, LineElement, PointElement, ScatterController, Tooltip);

/** A line dragged across the plan, and the distance along it. */
export function Section() {
  const { view, thread } = useAnswers();
  const { name } = useField();
  const light = useLight();
  const [line, setLine] = useState<{ from: Place; to: Place } | null>(null);
  const asked = useMemo(() => (name && line ? { name, ...line } : null), [name, line]);
  const { answered, isNewest, problem } = useQuestion({ thread, view }, "section", asked);
  const found = answered?.answer ?? null;
  const marked = isNewest ? found : null;
  useLayer(() => {
    const set = (from: Place, to: Place) => setLine({ from: { x: from.x, y: from.y }, to: { x: to.x, y: to.y } });
    return {
      ways: line ? [{ ...line, text: "", isArrow: true }] : [],
      ...(marked ? { numbered: Float64Array.from(marked.zeros.flatMap(({ x, y }) => [x, y])) } : {}),
      onDrag: { hint: "Drag a line across the plan", move: set, end: set, cancel: () => setLine(null) },
    };
  }, [line, marked]);
  // A click alone is a line without length.
  if (!line || (answered && !found)) return <Empty>No line yet: drag one across the plan.</Empty>;
  if (!answered || !found) return <Pending problem={problem}>Measuring along the line …</Pending>;
  const point = (at: number | null) => {
    if (at === null) return light(null);
    const { from, to } = answered.question;
    const share = at / found.length;
    const x = from.x + share * (to.x - from.x);
    light({ place: { x, y: from.y + share * (to.y - from.y), foot: null } });
  };
  return (
    // While the line is dragged, the last one that was measured stays.
    <div className={isNewest ? undefined : "section-before"} aria-busy={!isNewest}>
      <Profile section={found} onPoint={point} />
      <Facts
        pairs
        rows={[
          ["length", <Figure key="l" value={found.length} />],
          ["zeros", fixed(found.zeros.length, 0), "section-zeros"],
          ["least", <Figure key="a" value={found.least} />, "section-least"],
          ["greatest", <Figure key="b" value={found.greatest} />],
          ["steepest", <Figure key="s" value={found.steepest} decimals={4} />, "section-steepest"],
          ["at", zerosInWords(found)],
        ]}
      />
      <p className="quiet">{inWords(found)}</p>
    </div>
  );
}

/** The first zeros, as many as fit on a line. */
function zerosInWords({ zeros }: SectionView): string {
  if (zeros.length === 0) return "—";
  const first = zeros.slice(0, 5).map(({ at }) => small(at));
  return first.join(", ") + (zeros.length > first.length ? " …" : "");
}

function inWords({ exact, isComposed }: SectionView): string {
  if (exact) return "Dashed: the exact distance of the outline that it encloses.";
  return isComposed
    ? "Nothing is inside: there is no outline that it could be compared with."
    : "No distance changes faster than the line runs: the slope lies between −1 and 1.";
}

function Profile({
  section: { length, values, exact, zeros },
  onPoint,
}: {
  section: SectionView;
  onPoint(at: number | null): void;
}) {
  const data = useMemo(
    () => Array.from(values, (y, k) => ({ x: (k * length) / (values.length - 1), y })),
    [values, length],
  );
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: the chart answers the pointer, keys have the figures below
    <div className="chart" data-testid="section-chart" onMouseLeave={() => onPoint(null)}>
      <Scatter
        aria-label="signed distance along the line"
        data={{
          datasets: [
            {
              label: "distance",
              data,
              showLine: true,
              borderColor: tokens.plum,
              borderWidth: 1.6,
              pointRadius: 0,
              pointHitRadius: 6,
              // Inside is filled, as on the plan.
              fill: { target: { value: 0 }, above: "transparent", below: withAlpha(tokens.plum, 0.18) },
            },
            ...(exact
              ? [
                  {
                    label: "exact distance of the outline",
                    data: Array.from(exact, (y, k) => ({ x: (k * length) / (exact.length - 1), y })),
                    showLine: true,
                    borderColor: tokens.ink,
                    borderWidth: 1,
                    borderDash: [4, 3],
                    pointRadius: 0,
                    pointHitRadius: 0,
                  },
                ]
              : []),
            {
              label: "on the boundary",
              data: zeros.map(({ at }) => ({ x: at, y: 0 })),
              backgroundColor: tokens.olive,
              pointStyle: "rectRot",
              pointRadius: 5,
            },
          ],
        }}
        options={{
          animation: false,
          maintainAspectRatio: false,
          onHover: (_, [item]) =>
            item && onPoint(item.datasetIndex === 0 ? data[item.index].x : (zeros[item.index]?.at ?? null)),
          scales: {
            x: {
              min: 0,
              max: length,
              title: { display: true, text: "along the line" },
              ticks: { includeBounds: false },
              grid: { color: tokens.rule },
            },
            y: {
              title: { display: true, text: "signed distance" },
              // Of many labels some would be left out, and 0 among them.
              ticks: { autoSkip: false, maxTicksLimit: 6 },
              grid: { color: ({ tick }) => (tick.value === 0 ? tokens.ink : tokens.rule) },
            },
          },
          plugins: {
            tooltip: { callbacks: { label: ({ parsed }) => `at ${small(parsed.x ?? 0)}: ${small(parsed.y ?? 0)}` } },
          },
        }}
      />
    </div>
  );
}
