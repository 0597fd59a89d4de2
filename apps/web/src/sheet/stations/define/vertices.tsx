import { Table } from "antd";
import { type ReactNode, useMemo } from "react";
import { Figure } from "@/format/figure";
import { fixed } from "@/format/numbers";
import type { SubpathView } from "@/worker/sheet-view";
import { useAnswers } from "../../model/answers";
import { useChoice } from "../../model/choice";
import { useLight } from "../../model/layers";
import type { NamedShape } from "../../model/scene";
import { Facts } from "../parts/panel";
import { useResting } from "../parts/use-resting";
import { TrailFacts } from "./trail-facts";

interface VertexRow {
  key: string;
  subpath: number;
  index: number;
  x: number;
  y: number;
  segment: number;
  parameter: number;
}

/** The chosen shape's measures, subpaths and vertices. */
export function Vertices({ shape: named }: { shape: NamedShape }) {
  const { moving } = useAnswers();
  const { pick } = useChoice();
  const light = useLight();
  const { shape } = named;
  const { ellipse } = shape;
  // The tables wait until the drag has ended.
  const shown = useResting(named, moving);
  const tables = useMemo(() => tablesOf(shown, light, pick), [shown, light, pick]);
  return (
    <>
      <Facts
        pairs
        rows={[
          ["vertices", <Figure key="v" value={shape.vertices} decimals={0} />, "define-vertices"],
          ["area", <Figure key="a" value={shape.area} of="area" />, "define-area"],
          ["perimeter", <Figure key="p" value={shape.perimeter} />],
          ["fill rule", shape.fillRule],
        ]}
      />
      {ellipse && (
        <Facts
          rows={[
            [
              ellipse.rx === ellipse.ry ? "circle" : "ellipse, no circle",
              <span key="r">
                radii <Figure value={ellipse.rx} /> and <Figure value={ellipse.ry} />
              </span>,
            ],
          ]}
        />
      )}
      {shape.trail && <TrailFacts trail={shape.trail} />}
      {tables}
    </>
  );
}

function tablesOf(
  { name, shape }: NamedShape,
  light: ReturnType<typeof useLight>,
  pick: ReturnType<typeof useChoice>["pick"],
): ReactNode {
  return (
    <>
      <Table<SubpathView & { key: number }>
        size="small"
        pagination={false}
        scroll={{ y: 120 }}
        dataSource={shape.subpaths.map((subpath, key) => ({ ...subpath, key }))}
        columns={[
          { title: "subpath", width: 70, render: (_, row) => row.key + 1 },
          { title: "", width: 64, render: (_, row) => (row.closed ? "closed" : <strong>open</strong>) },
          { title: "segments", align: "right", width: 78, dataIndex: "segments" },
          { title: "vertices", align: "right", width: 72, render: (_, row) => row.vertices.length / 2 },
          { title: "signed area", align: "right", render: (_, row) => <Figure value={row.signedArea} of="area" /> },
        ]}
      />
      <Table<VertexRow>
        className="vertex-table"
        size="small"
        virtual
        pagination={false}
        scroll={{ y: 220, x: 400 }}
        dataSource={shape.subpaths.flatMap(vertexRows)}
        rowClassName="row-choosable"
        onRow={({ subpath, index, x, y }) => ({
          onMouseEnter: () => light({ vertex: { subpath, index } }),
          onMouseLeave: () => light(null),
          onClick: () => {
            const corner = nearestCorner(shape.corners[subpath], x, y);
            if (corner !== null) pick({ handle: null, corner: { shape: name, subpath, index: corner } });
          },
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
  );
}

/** The corner that a vertex belongs to: the nearest one. */
function nearestCorner(corners: Float64Array | undefined, x: number, y: number): number | null {
  let best: number | null = null;
  let least = Number.POSITIVE_INFINITY;
  for (let i = 0; corners && i < corners.length; i += 2) {
    const distance = Math.hypot(corners[i] - x, corners[i + 1] - y);
    if (distance >= least) continue;
    least = distance;
    best = i / 2;
  }
  return best;
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
