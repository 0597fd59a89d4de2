import { Table } from "antd";
import { useMemo } from "react";
import { Figure } from "@/format/figure";
import { fixed } from "@/format/numbers";
import type { CombinationView } from "@/worker/questions/combination";
import { useLayer } from "../../model/layers";

/** Where the operands' edges cross: numbered on the plan, with coordinates here. */
export function Intersections({ answer }: { answer: CombinationView }) {
  const { crossings, intersections } = answer;
  useLayer(() => ({ numbered: crossings }), [crossings]);
  const rows = useMemo(
    () =>
      Array.from({ length: crossings.length / 2 }, (_, i) => ({
        number: i + 1,
        x: crossings[2 * i],
        y: crossings[2 * i + 1],
      })),
    [crossings],
  );
  if (rows.length === 0) return <p className="panel-empty">No edges cross: the operands lie apart, or touch only.</p>;
  return (
    <>
      <Table
        size="small"
        pagination={false}
        rowKey="number"
        scroll={{ y: 300 }}
        dataSource={rows}
        columns={[
          { title: "", dataIndex: "number", align: "right", width: 48 },
          { title: "x", align: "right", render: (_, { x }) => <Figure value={x} decimals={6} /> },
          { title: "y", align: "right", render: (_, { y }) => <Figure value={y} decimals={6} /> },
        ]}
      />
      {intersections > rows.length && (
        <p className="quiet">
          The first {fixed(rows.length, 0)} places of {fixed(intersections, 0)} crossings; several may share one.
        </p>
      )}
    </>
  );
}
