import { Table } from "antd";
import { Figure } from "@/format/figure";
import { usePlanDigits } from "@/format/plan-digits";
import type { ProbeView } from "@/worker/sheet-view";
import { useAnswers } from "../../model/answers";
import { useChoice } from "../../model/choice";
import { useLight } from "../../model/layers";
import { Empty, Panel } from "../parts/panel";

type Row = ProbeView["points"][number] & { key: string; probe: string; index: number; shape: string };

/** The probed points: their side, distance and nearest edge. */
export function ProbePanel() {
  const { view } = useAnswers();
  const { shape, choose } = useChoice();
  const light = useLight();
  const rows = view.definitions.flatMap(({ name, value }): Row[] =>
    value?.type === "probe"
      ? value.points.map((point, index) => ({
          ...point,
          key: `${name}.${index}`,
          probe: name,
          index,
          shape: value.shape,
        }))
      : [],
  );
  const digits = usePlanDigits();
  const inside = rows.filter(({ side }) => side === "inside").length;
  return (
    <Panel title="Probe" about={shape?.name} aside={rows.length ? `${inside} of ${rows.length} inside` : undefined}>
      <p className="quiet">
        {shape ? `Click the plan to ask ${shape.name} about one more point; drag one to move it.` : ""}
      </p>
      {rows.length === 0 ? (
        <Empty>
          {shape ? "No points yet: click the plan, or write for example: ball = probe(" : "No shape to ask yet."}
          {shape && `${shape.name}, at: (10, 20))`}
        </Empty>
      ) : (
        <Table<Row>
          size="small"
          pagination={false}
          dataSource={rows}
          scroll={{ y: 300 }}
          onRow={({ index, probe }) => ({
            onMouseEnter: () => light({ probe: index }),
            onMouseLeave: () => light(null),
            onClick: () => choose(probe),
          })}
          columns={[
            { title: "point", width: 62, ellipsis: true, render: (_, row) => `${row.probe} ${row.index + 1}` },
            {
              title: "x",
              align: "right",
              width: 60,
              render: (_, row) => <Figure value={row.x} decimals={digits.length} />,
            },
            {
              title: "y",
              align: "right",
              width: 60,
              render: (_, row) => <Figure value={row.y} decimals={digits.length} />,
            },
            { title: "side", width: 70, render: (_, row) => <strong>{row.side}</strong> },
            { title: "turns", align: "right", width: 46, dataIndex: "winding" },
            { title: "distance", align: "right", width: 72, render: (_, row) => <Figure value={row.distance} /> },
            { title: "edge", align: "right", width: 56, render: (_, row) => edgeName(row) },
          ]}
        />
      )}
    </Panel>
  );
}

/** Ring and edge, both as the vertices are numbered in Define. */
function edgeName({ ring, edge }: Row): string {
  return edge < 0 ? "—" : `${ring + 1} · ${edge}`;
}
