import { flattenEdits } from "@vertexon/notation";
import { Table, Tabs } from "antd";
import { type ReactNode, useState } from "react";
import { Figure } from "@/format/figure";
import { fixed, small } from "@/format/numbers";
import type { FlatteningView } from "@/worker/questions/flattening";
import type { ShapeView } from "@/worker/sheet-view";
import { useAnswers } from "../../model/answers";
import { useChoice } from "../../model/choice";
import { useEdits } from "../../model/edits";
import { type NamedShape, shapeNamed, shapesOf } from "../../model/scene";
import { useLongQuestion } from "../../model/use-question";
import { Empty, Facts, Panel, Pending } from "../parts/panel";
import { useResting } from "../parts/use-resting";
import { CountChart, ErrorChart } from "./charts";
import { Compare, type Kept } from "./compare";
import { Magnifier } from "./magnifier";
import { argumentsOf, OwnWay } from "./own-way";
import { Pixels } from "./pixels";
import { Sweep } from "./sweep";
import { type Target, Tolerance } from "./tolerance";
import { toleranceText } from "./tolerance-text";
import { Triangles } from "./triangles";
import "./flatten.css";

/** The tolerance, how many vertices it costs, and the greatest error that is really made. */
export function FlattenPanel() {
  const { view, thread, moving } = useAnswers();
  const { shape, choose } = useChoice();
  const { edit } = useEdits();
  const [target, setTarget] = useState<Target>({ magnification: 1, ratio: 1 });
  const [spotAt, setSpotAt] = useState(0);
  const [tab, setTab] = useState("counts");
  const [kept, setKept] = useState<Kept | null>(null);
  const name = shape?.name ?? null;
  const isCurved = shape?.shape.outline.subpaths.some(({ segments }) => segments.some(({ kind }) => kind !== "line"));
  const resting = useResting(view, moving);
  const { answered, problem } = useLongQuestion({ thread, view: resting }, "flattening", name ? { name } : null);
  const flattening = answered?.answer ?? null;
  /** What the flattening is of: the shape as it was when that was asked. */
  const flattened = shapeNamed(answered?.question.view ?? null, name) ?? shape;
  const take = (next: number) => {
    const rounded = Number(next.toPrecision(2));
    const own = shape?.shape.flattening;
    // A shape that has a tolerance of its own keeps it to itself.
    edit((current, script) => {
      if (!shape?.shape.hasOwnFlattening || !own) {
        const { toleranceSpan } = current;
        return [
          {
            ...(toleranceSpan ?? { from: 0, to: 0 }),
            insert: toleranceSpan ? toleranceText(rounded) : `tolerance ${toleranceText(rounded)}\n`,
          },
        ];
      }
      const definition = current.definitions.find((each) => each.name === shape.definition);
      const args = argumentsOf({ tolerance: rounded, placement: own.placement });
      return definition ? flattenEdits(script, definition.span, args) : null;
    });
  };
  return (
    <Panel title="Flatten" about={shape?.name} aside={`unit ${view.plan.unit}`}>
      <Tolerance target={target} onTarget={setTarget} />
      {!shape && <Empty>Nothing to flatten yet: the script defines no shape.</Empty>}
      {shape && flattening && <OwnWay target={target} />}
      {flattened && <Accuracy shape={flattened.shape} flattening={flattening} />}
      {problem !== null && <Pending problem={problem}>Measuring …</Pending>}
      {shape && flattened && (flattening || !isCurved) && (
        <Tabs
          size="small"
          tabBarGutter={14}
          destroyOnHidden
          activeKey={flattening || ["triangles", "sweep"].includes(tab) ? tab : "triangles"}
          onChange={setTab}
          items={[
            ...(flattening
              ? [
                  ...chartsOf(flattened, flattening, take),
                  {
                    key: "magnifier",
                    label: "Magnifier",
                    children: (
                      <Magnifier
                        {...flattening}
                        outline={flattened.shape.outline}
                        at={spotAt}
                        yDown={view.plan.yDown}
                        onAt={setSpotAt}
                      />
                    ),
                  },
                  {
                    key: "pixels",
                    label: "Pixels",
                    children: (
                      <Pixels target={target} spot={flattening.spots[Math.min(spotAt, flattening.spots.length - 1)]} />
                    ),
                  },
                  {
                    key: "compare",
                    label: "A and B",
                    children: (
                      <Compare
                        shape={flattened}
                        flattening={flattening}
                        a={kept}
                        yDown={view.plan.yDown}
                        onKeep={setKept}
                      />
                    ),
                  },
                ]
              : []),
            { key: "triangles", label: "Triangles", children: <Triangles /> },
            { key: "sweep", label: "Sweep", children: <Sweep /> },
          ]}
        />
      )}
      {shape?.shape.combination && (
        <p className="quiet">
          {shape.name} is combined from other shapes: its curves are theirs, and are flattened where those are defined.
        </p>
      )}
      <Table<NamedShape>
        size="small"
        pagination={false}
        rowKey="name"
        dataSource={shapesOf(view)}
        scroll={{ y: 260 }}
        rowClassName={({ name }) => (name === shape?.name ? "row-chosen" : "row-choosable")}
        onRow={({ name }) => ({ onClick: () => choose(name) })}
        columns={[
          { title: "shape", dataIndex: "name", className: "mono" },
          { title: "curves", align: "right", width: 70, render: (_, { shape: s }) => curves(s) },
          { title: "vertices", align: "right", width: 80, render: (_, { shape: s }) => fixed(s.vertices, 0) },
          { title: "greatest error", align: "right", width: 110, render: (_, { shape: s }) => fixed(s.error, 6) },
          { title: "tolerance", align: "right", width: 90, render: (_, { shape: s }) => small(s.tolerance) },
        ]}
      />
      <p className="quiet">
        The dashed plum line on the plan is the true outline, the ring its greatest distance from a chord. A combined
        shape carries the greatest error of its operands.
      </p>
    </Panel>
  );
}

function chartsOf({ shape }: NamedShape, flattening: FlatteningView, onTake: (tolerance: number) => void) {
  const { tolerance } = shape.flattening;
  return [
    {
      key: "counts",
      label: "Counts",
      children: (
        <CountChart
          flattening={flattening}
          vertices={shape.vertices}
          tolerance={tolerance ?? shape.error}
          onTake={onTake}
        />
      ),
    },
    {
      key: "errors",
      label: "Errors",
      children: <ErrorChart flattening={flattening} allowed={tolerance} />,
    },
  ];
}

function Accuracy({ shape, flattening }: { shape: ShapeView; flattening: FlatteningView | null }) {
  const allowed = shape.flattening.tolerance;
  const rows: [string, ReactNode, string?][] = [
    ["vertices", <Figure key="v" value={shape.vertices} decimals={0} />, "flatten-vertices"],
    ["greatest error", <Figure key="e" value={shape.error} decimals={6} />, "flatten-error"],
  ];
  const share: [string, ReactNode][] = allowed ? [["of tolerance", `${fixed((100 * shape.error) / allowed, 1)}%`]] : [];
  if (flattening) {
    const { limit, mean, areaError } = flattening;
    if (allowed !== undefined) rows.push(["least possible", fixed(limit / Math.sqrt(8 * allowed), 1)]);
    rows.push(...share);
    rows.push(["mean error", <Figure key="m" value={mean} decimals={6} />, "flatten-mean"]);
    rows.push(["area error", <Figure key="a" value={areaError} decimals={4} />, "flatten-area"]);
  } else rows.push(...share);
  return (
    <div className="accuracy">
      <Facts pairs rows={rows} />
    </div>
  );
}

function curves(shape: ShapeView): number {
  const segments = shape.sources.flatMap(({ subpaths }) => subpaths.flatMap((subpath) => subpath.segments));
  return segments.filter(({ kind }) => kind !== "line").length;
}
