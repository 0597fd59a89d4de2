import { Button, InputNumber, Progress, Table } from "antd";
import { CategoryScale, Chart, LineController, LineElement, LogarithmicScale, PointElement } from "chart.js";
import { useMemo, useState } from "react";
import { Scatter } from "react-chartjs-2";
import { fixed, plural, small } from "@/format/numbers";
import { tokens } from "@/theme/tokens";
import type { WhatIfView } from "@/worker/questions/what-if";
import { useAnswers } from "../../model/answers";
import { useChoice } from "../../model/choice";
import { useLayer, useLight } from "../../model/layers";
import { useLongQuestion } from "../../model/use-question";
import { Empty, Pending } from "../parts/panel";
import { useResting } from "../parts/use-resting";
import type { PointSet } from "./point-set";

Chart.register(CategoryScale, LineController, LineElement, LogarithmicScale, PointElement);

/** The same points asked by the true curves, the edges, the region and the digits: whose answer depends on which. */
export function WhatIf({ set }: { set: PointSet }) {
  const { view, thread, moving } = useAnswers();
  const { shape } = useChoice();
  const [decimals, setDecimals] = useState(2);
  const light = useLight();
  const resting = useResting(view, moving);
  const name = shape?.name ?? null;
  const { x, y } = set.points;
  const { tolerance, toleranceSpan } = resting;
  const span = toleranceSpan ?? { from: 0, to: 0 };
  const { answered, problem, state, stop, again } = useLongQuestion(
    { thread, view: resting },
    "whatIf",
    name && x.length ? { name, x, y, decimals, tolerance, from: span.from, to: span.to } : null,
  );
  const found = answered?.answer ?? null;
  const places = useMemo(
    () => found && Float64Array.from(found.rows.flatMap(({ point }) => [x[point], y[point]])),
    [found, x, y],
  );
  useLayer(() => (places ? { marked: places } : null), [places]);
  if (x.length === 0) return <Empty>No points yet: click the plan, or open a file of points.</Empty>;
  if (!found || !name) return <Pending problem={problem}>Asking all points by the true curves …</Pending>;
  return (
    <>
      <p className="probe-verdict" data-testid="what-if-verdict">
        {verdict(found, tolerance, x.length)}
      </p>
      <div className="probe-row">
        <span className="quiet">digits handed off</span>
        <InputNumber
          size="small"
          className="probe-distance"
          min={0}
          max={12}
          precision={0}
          value={decimals}
          onChange={(value) => value !== null && setDecimals(value)}
          aria-label="decimals that are handed off"
        />
        <span className="grow" />
        {state !== "done" && (
          <>
            <Progress percent={Math.floor((100 * found.done) / found.steps)} size="small" />
            <Button size="small" onClick={state === "running" ? stop : again}>
              {state === "running" ? "Stop" : "Run again"}
            </Button>
          </>
        )}
      </div>
      <Table<WhatIfView["stages"][number]>
        size="small"
        pagination={false}
        rowKey="title"
        dataSource={found.stages}
        data-testid="stages"
        columns={[
          { title: "asked by", dataIndex: "title" },
          { title: "inside", align: "right", render: (_, { inside }) => fixed(inside, 0) },
          { title: "on another side", align: "right", render: (_, { differ }) => <strong>{fixed(differ, 0)}</strong> },
        ]}
      />
      {state === "done" && found.tolerances.length === 0 && (
        <p className="quiet">
          {found.hasCurves
            ? `${name} says itself how it is flattened: other tolerances of the sheet change nothing.`
            : `${name} has no curves behind its edges: no tolerance changes it.`}
        </p>
      )}
      {found.tolerances.length > 1 && <Tolerances found={found} tolerance={tolerance} />}
      {found.rows.length > 0 && (
        <Table<WhatIfView["rows"][number]>
          size="small"
          pagination={false}
          virtual={found.rows.length > 100}
          rowKey="point"
          dataSource={found.rows}
          scroll={{ y: 200, x: 480 }}
          onRow={({ point }) => ({
            onMouseEnter: () => light({ place: { x: x[point], y: y[point], foot: null } }),
            onMouseLeave: () => light(null),
          })}
          columns={[
            { title: "point", width: 90, ellipsis: true, render: (_, { point }) => set.nameOf(point) },
            ...found.stages.map(({ title }, k) => ({
              title,
              render: (_: unknown, { sides }: WhatIfView["rows"][number]) =>
                sides[k] === sides[0] ? sides[k] : <strong className="probe-depends">{sides[k]}</strong>,
            })),
          ]}
        />
      )}
    </>
  );
}

function verdict({ stages, hasCurves }: WhatIfView, tolerance: number, all: number): string {
  const [, ...others] = stages;
  const most = Math.max(...others.map(({ differ }) => differ));
  const truth = hasCurves ? "the true curves" : "the outline's own edges";
  if (most === 0)
    return `Good enough: at a tolerance of ${small(tolerance)} all ${plural(all, "point")} lie where ${truth} put them.`;
  return `${plural(most, "point")} of ${fixed(all, 0)} lie elsewhere than ${truth} say, at a tolerance of ${small(tolerance)}.`;
}

/** How many points lie elsewhere, by the tolerance. */
function Tolerances({ found, tolerance }: { found: WhatIfView; tolerance: number }) {
  const rows = found.tolerances;
  return (
    <div className="chart probe-chart" data-testid="tolerance-chart">
      <Scatter
        aria-label="points on another side, by the tolerance"
        data={{
          datasets: [
            {
              label: "points",
              data: rows.map(({ tolerance: x, differ }) => ({ x, y: differ })),
              showLine: true,
              borderColor: tokens.plum,
              backgroundColor: rows.map(({ tolerance: x }) => (x === tolerance ? tokens.ink : tokens.plum)),
              borderWidth: 1.4,
              pointRadius: rows.map(({ tolerance: x }) => (Math.abs(x / tolerance - 1) < 0.2 ? 5 : 2.4)),
            },
          ],
        }}
        options={{
          animation: false,
          maintainAspectRatio: false,
          scales: {
            x: {
              type: "logarithmic",
              title: { display: true, text: "tolerance (the present one is the large dot)" },
              grid: { color: tokens.rule },
              ticks: { maxTicksLimit: 7, callback: (value) => small(Number(value)) },
            },
            y: {
              beginAtZero: true,
              title: { display: true, text: "elsewhere" },
              grid: { color: tokens.rule },
              ticks: { precision: 0 },
            },
          },
          plugins: {
            tooltip: {
              callbacks: {
                label: ({ dataIndex }) =>
                  `${small(rows[dataIndex].tolerance)}: ${plural(rows[dataIndex].differ, "point")} elsewhere, ${plural(rows[dataIndex].vertices, "vertex", "vertices")}`,
              },
            },
          },
        }}
      />
    </div>
  );
}
