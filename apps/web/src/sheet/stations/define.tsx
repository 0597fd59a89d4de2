import { type TrailRecord, writeNumber } from "@vertexon/notation";
import { InputNumber, Slider, Table } from "antd";
import type { ReactNode } from "react";
import { Figure } from "@/format/figure";
import { fixed, plural } from "@/format/numbers";
import type { DefinitionView, SubpathView } from "@/worker/views";
import type { StationProps } from "./context";
import { Empty, Facts, Panel } from "./panel";
import { useOwnValue } from "./use-own-value";

interface VertexRow {
  key: string;
  subpath: number;
  index: number;
  x: number;
  y: number;
  segment: number;
  parameter: number;
}

/** The chosen shape's subpaths and vertices, and the numbers of the script that have a range. */
export function DefineStation(props: StationProps) {
  const { view, shape, onLight } = props;
  const sliders = view.definitions.filter(({ number }) => number?.least != null && number.greatest != null);
  const rows = shape ? shape.shape.subpaths.flatMap(vertexRows) : [];
  return (
    <Panel title="Define" about={shape?.name} aside={shape && plural(shape.shape.subpaths.length, "subpath")}>
      {sliders.map((definition) => (
        <NumberSlider key={definition.name} definition={definition} {...props} />
      ))}
      {!shape && <Empty>Write a shape in the script, for example: pond = circle((80, 60), radius: 30)</Empty>}
      {shape && (
        <>
          <Facts
            pairs
            rows={[
              ["vertices", <Figure key="v" value={shape.shape.vertices} decimals={0} />, "define-vertices"],
              ["area", <Figure key="a" value={shape.shape.area} />, "define-area"],
              ["perimeter", <Figure key="p" value={shape.shape.perimeter} />],
              ["fill rule", shape.shape.fillRule],
            ]}
          />
          {shape.shape.trail && <TrailFacts trail={shape.shape.trail} />}
          <Table<SubpathView & { key: number }>
            size="small"
            pagination={false}
            scroll={{ y: 120 }}
            dataSource={shape.shape.subpaths.map((subpath, key) => ({ ...subpath, key }))}
            columns={[
              { title: "subpath", width: 70, render: (_, row) => row.key + 1 },
              { title: "", width: 64, render: (_, row) => (row.closed ? "closed" : <strong>open</strong>) },
              { title: "segments", align: "right", width: 78, dataIndex: "segments" },
              { title: "vertices", align: "right", width: 72, render: (_, row) => row.vertices.length / 2 },
              { title: "signed area", align: "right", render: (_, row) => <Figure value={row.signedArea} /> },
            ]}
          />
          <Table<VertexRow>
            className="vertex-table"
            size="small"
            virtual
            pagination={false}
            scroll={{ y: 220, x: 400 }}
            dataSource={rows}
            onRow={(row) => ({
              onMouseEnter: () => onLight({ vertex: { subpath: row.subpath, index: row.index } }),
              onMouseLeave: () => onLight({}),
            })}
            columns={[
              { title: "vertex", width: 76, render: (_, row) => `${row.subpath + 1} · ${row.index}` },
              { title: "x", align: "right", width: 100, render: (_, row) => <Figure value={row.x} /> },
              { title: "y", align: "right", width: 100, render: (_, row) => <Figure value={row.y} /> },
              {
                title: "segment, t",
                align: "right",
                width: 110,
                render: (_, row) => (
                  <span className="mono quiet">
                    {row.segment + 1}, {fixed(row.parameter, 3)}
                  </span>
                ),
              },
            ]}
          />
        </>
      )}
    </Panel>
  );
}

/** A trail leg by leg, and what it comes to at its end. */
function TrailFacts({ trail }: { trail: TrailRecord }) {
  const { legs, gap, turns, circle } = trail;
  const degrees = (radians: number): number => (radians * 180) / Math.PI;
  return (
    <>
      <Facts
        rows={[
          ["closing gap", <Figure key="g" value={gap} decimals={6} />, "trail-gap"],
          ["turning number", <Figure key="t" value={turns} decimals={6} />, "trail-turns"],
          ...(circle
            ? ([
                [
                  "best circle",
                  <span key="c">
                    radius <Figure value={circle.radius} />, at most <Figure value={circle.deviation} decimals={6} />{" "}
                    off
                  </span>,
                ],
              ] as [string, ReactNode][])
            : []),
        ]}
      />
      <Table
        size="small"
        pagination={false}
        scroll={{ y: 130 }}
        dataSource={legs.map((leg, i) => ({ ...leg, key: i }))}
        columns={[
          { title: "after leg", width: 66, render: (_, leg) => leg.key + 1 },
          { title: "x", align: "right", render: (_, leg) => <Figure value={leg.x} /> },
          { title: "y", align: "right", render: (_, leg) => <Figure value={leg.y} /> },
          { title: "facing °", align: "right", render: (_, leg) => <Figure value={degrees(leg.facing)} /> },
          { title: "turned °", align: "right", render: (_, leg) => <Figure value={degrees(leg.turned)} /> },
        ]}
      />
    </>
  );
}

function vertexRows(subpath: SubpathView, index: number): VertexRow[] {
  const { vertices, segment, parameter } = subpath;
  return Array.from(segment, (s, i) => ({
    key: `${index}.${i}`,
    subpath: index,
    index: i,
    x: vertices[2 * i],
    y: vertices[2 * i + 1],
    segment: s,
    parameter: parameter[i],
  }));
}

function NumberSlider({ definition, view, onEdit, onEndDrag }: StationProps & { definition: DefinitionView }) {
  const { name, number, value } = definition;
  const least = number?.least ?? 0;
  const greatest = number?.greatest ?? 1;
  const [shown, setShown] = useOwnValue(value?.type === "number" ? value.value : least, view);
  // About a hundred steps of a round size; whole numbers stay whole.
  const fine = 10 ** Math.floor(Math.log10((greatest - least) / 40));
  const step = [least, greatest, shown].every(Number.isInteger) ? Math.max(1, fine) : fine;
  const set = (next: number | null, drag: boolean) => {
    if (next === null) return;
    setShown(next);
    onEdit(
      (current) => {
        const span = current.definitions.find((each) => each.name === name)?.number?.span;
        return span ? [{ ...span, insert: writeNumber(next, 6) }] : null;
      },
      { drag },
    );
  };
  return (
    <div className="number-slider">
      <span className="mono">{name}</span>
      <Slider
        min={least}
        max={greatest}
        step={step}
        value={shown}
        onChange={(next) => set(next, true)}
        onChangeComplete={onEndDrag}
        ariaLabelForHandle={name}
      />
      <InputNumber
        size="small"
        min={least}
        max={greatest}
        step={step}
        value={shown}
        onChange={(next) => set(next, false)}
        aria-label={`${name}, typed`}
      />
    </div>
  );
}
