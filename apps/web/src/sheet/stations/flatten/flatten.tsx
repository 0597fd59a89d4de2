import { flattenEdits, writeNumber } from "@vertexon/notation";
import { InputNumber, Slider, Table, Tabs } from "antd";
import { type ReactNode, useState } from "react";
import { Figure } from "@/format/figure";
import { fixed, small } from "@/format/numbers";
import type { FlatteningView, ShapeView } from "@/worker/views";
import { type NamedShape, shapesOf } from "../../plan/scene";
import { useAnswer } from "../../use-answer";
import type { StationProps } from "../context";
import { Empty, Facts, Panel } from "../panel";
import { useOwnValue } from "../use-own-value";
import { useResting } from "../use-resting";
import { CountChart, ErrorChart } from "./charts";
import { Compare, type Kept } from "./compare";
import { argumentsOf, OwnWay } from "./own-way";
import { Spots } from "./spots";
import { Sweep } from "./sweep";
import { Triangles } from "./triangles";

/** The slider runs over these powers of ten, in plan units. */
const LEAST = -4;
const GREATEST = 1;

/** The tolerance, how many vertices it costs, and the greatest error that is really made. */
export function FlattenStation(props: StationProps) {
  const { view, thread, shape, moving, onChoose, onEdit, onEndDrag } = props;
  const [tolerance, setTolerance] = useOwnValue(view.tolerance, view);
  const set = (next: number | null, drag: boolean) => {
    if (next === null || !(next > 0)) return;
    setTolerance(next);
    const text = writeNumber(next, Math.max(2, 2 - Math.floor(Math.log10(next))));
    onEdit(
      (current) => {
        if (current.toleranceSpan) return [{ ...current.toleranceSpan, insert: text }];
        return [{ from: 0, to: 0, insert: `tolerance ${text}\n` }];
      },
      { drag },
    );
  };
  const [tab, setTab] = useState("counts");
  const [kept, setKept] = useState<Kept | null>(null);
  const name = shape?.name ?? null;
  const isCurved = shape?.shape.outline.subpaths.some(({ segments }) => segments.some(({ kind }) => kind !== "line"));
  const resting = useResting(view, moving);
  const flattening = useAnswer(thread, name ? (service) => service.flattening(name) : null, [resting, name]);
  const take = (next: number) => {
    const rounded = Number(next.toPrecision(2));
    const own = shape?.shape.flattening;
    // A shape that has a tolerance of its own keeps it to itself.
    if (!shape?.shape.hasOwnFlattening || !own) return set(rounded, false);
    onEdit((current, script) => {
      const definition = current.definitions.find((each) => each.name === shape.definition);
      const args = argumentsOf({ tolerance: rounded, placement: own.placement });
      return definition ? flattenEdits(script, definition.span, args) : null;
    });
  };
  return (
    <Panel title="Flatten" about={shape?.name} aside={`unit ${view.plan.unit}`}>
      <div className="number-slider">
        <span>tolerance</span>
        <Slider
          min={LEAST}
          max={GREATEST}
          step={0.05}
          value={Math.log10(tolerance)}
          tooltip={{ formatter: (power) => small(10 ** (power ?? 0)) }}
          onChange={(power) => set(Number((10 ** power).toPrecision(2)), true)}
          onChangeComplete={onEndDrag}
          ariaLabelForHandle="tolerance"
        />
        <InputNumber
          size="small"
          min={1e-9}
          step={tolerance / 10}
          value={tolerance}
          onChange={(next) => set(next, false)}
          aria-label="tolerance, typed"
        />
      </div>
      {!shape && <Empty>Nothing to flatten yet: the script defines no shape.</Empty>}
      {shape && flattening && <OwnWay {...props} />}
      {shape && <Accuracy shape={shape.shape} flattening={flattening} />}
      {shape && (flattening || !isCurved) && (
        <Tabs
          size="small"
          destroyOnHidden
          activeKey={flattening || tab === "triangles" ? tab : "sweep"}
          onChange={setTab}
          items={[
            ...(flattening
              ? [
                  ...chartsOf(shape, flattening, take),
                  {
                    key: "compare",
                    label: "A and B",
                    children: <Compare {...props} shape={shape} flattening={flattening} a={kept} onKeep={setKept} />,
                  },
                ]
              : []),
            { key: "triangles", label: "Triangles", children: <Triangles {...props} /> },
            { key: "sweep", label: "Sweep", children: <Sweep {...props} /> },
          ]}
        />
      )}
      {shape && flattening && SPOT_TABS.includes(tab) && (
        <Spots key={shape.name} spots={flattening.spots} onOverlay={props.onOverlay} />
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
        onRow={({ name }) => ({ onClick: () => onChoose(name) })}
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
      label: "By tolerance",
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
      label: "Along the outline",
      children: <ErrorChart flattening={flattening} allowed={tolerance} />,
    },
  ];
}

/** Where the worst spots are shown: elsewhere the plan shows something else. */
const SPOT_TABS = ["counts", "errors", "sweep"];

function Accuracy({ shape, flattening }: { shape: ShapeView; flattening: FlatteningView | null }) {
  const allowed = shape.flattening.tolerance;
  const error = <Figure key="e" value={shape.error} decimals={6} />;
  const rows: [string, ReactNode, string?][] = [
    ["vertices", <Figure key="v" value={shape.vertices} decimals={0} />, "flatten-vertices"],
    ["greatest error", error, "flatten-error"],
  ];
  if (allowed !== undefined) rows.push(["of tolerance", `${fixed((100 * shape.error) / allowed, 1)}%`]);
  if (flattening) {
    const { limit, mean, areaError } = flattening;
    rows.push(["mean error", <Figure key="m" value={mean} decimals={6} />, "flatten-mean"]);
    rows.push(["area error", <Figure key="a" value={areaError} decimals={4} />, "flatten-area"]);
    if (allowed !== undefined) rows.push(["least possible", fixed(limit / Math.sqrt(8 * allowed), 1)]);
    rows.push(["bytes, 32 bit", fixed(8 * shape.vertices, 0)]);
  }
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
