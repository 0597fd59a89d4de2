import { writeNumber } from "@vertexon/notation";
import { InputNumber, Slider, Table } from "antd";
import { Figure } from "@/format/figure";
import { fixed, small } from "@/format/numbers";
import type { ShapeView } from "@/worker/views";
import { type NamedShape, shapesOf } from "../plan/scene";
import type { StationProps } from "./context";
import { Empty, Facts, Panel } from "./panel";
import { useOwnValue } from "./use-own-value";

/** The slider runs over these powers of ten, in plan units. */
const LEAST = -4;
const GREATEST = 1;

/** The tolerance, how many vertices it costs, and the greatest error that is really made. */
export function FlattenStation(props: StationProps) {
  const { view, shape, onChoose, onEdit, onEndDrag } = props;
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
      {shape && <Accuracy shape={shape.shape} />}
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

function Accuracy({ shape }: { shape: ShapeView }) {
  return (
    <Facts
      rows={[
        ["vertices", <Figure key="v" value={shape.vertices} decimals={0} />, "flatten-vertices"],
        ["greatest error", <Figure key="e" value={shape.error} decimals={6} />, "flatten-error"],
        ["of the tolerance", `${fixed((100 * shape.error) / shape.tolerance, 1)}%`],
      ]}
    />
  );
}

function curves(shape: ShapeView): number {
  const segments = shape.sources.flatMap(({ subpaths }) => subpaths.flatMap((subpath) => subpath.segments));
  return segments.filter(({ kind }) => kind !== "line").length;
}
