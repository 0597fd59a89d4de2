import { Button, Segmented, Table } from "antd";
import { useState } from "react";
import { useCopy } from "@/client/use-copy";
import { Figure } from "@/format/figure";
import { plural } from "@/format/numbers";
import { usePlanDigits } from "@/format/plan-digits";
import { useAnswers } from "../../model/answers";
import { useChoice } from "../../model/choice";
import { useLight } from "../../model/layers";
import { Empty, Panel } from "../parts/panel";
import { asCsv, depends, isShown, type Row, rowsOf, type Shown } from "./rows";
import "./probe.css";

/** A longer table keeps only the rows in view in the page. */
const FEW = 100;

/** The probed points: their side, distance and nearest edge, and whether true curves say the same. */
export function ProbePanel() {
  const { view } = useAnswers();
  const { shape, choose } = useChoice();
  const light = useLight();
  const copy = useCopy();
  const [wanted, setWanted] = useState<Shown>("all");
  const digits = usePlanDigits();
  const rows = rowsOf(view);
  const count = (shown: Shown): number => rows.filter((row) => isShown(row, shown)).length;
  const choices = (["all", "inside", "outside", "boundary", "depends"] as const)
    .map((value) => ({ value, count: count(value) }))
    .filter(({ value, count: some }) => some > 0 || value === "all");
  const shown = choices.some(({ value }) => value === wanted) ? wanted : "all";
  const listed = rows.filter((row) => isShown(row, shown));
  const hasCurves = rows.some(({ byCurves }) => byCurves !== null);
  return (
    <Panel
      title="Probe"
      about={shape?.name}
      aside={rows.length ? `${count("inside")} of ${rows.length} inside` : undefined}
    >
      <p className="quiet">
        {shape ? `Click the plan to ask ${shape.name} about one more point; drag one to move it.` : ""}
      </p>
      {rows.length === 0 ? (
        <Empty>
          {shape ? "No points yet: click the plan, or write for example: ball = probe(" : "No shape to ask yet."}
          {shape && `${shape.name}, at: (10, 20)) or stops = probe(${shape.name}, at: ${shape.name}.scatter(200))`}
        </Empty>
      ) : (
        <>
          <div className="probe-row">
            <Segmented
              size="small"
              value={shown}
              onChange={setWanted}
              options={choices.map(({ value, count: some }) => ({ value, label: `${WORDS[value]} ${some}` }))}
              aria-label="which points are listed"
            />
            <Button size="small" onClick={() => copy(asCsv(listed), `${plural(listed.length, "point")} copied as CSV`)}>
              Copy as CSV
            </Button>
          </div>
          <Table<Row>
            size="small"
            virtual={listed.length > FEW}
            pagination={false}
            dataSource={listed}
            scroll={{ x: hasCurves ? 560 : 500, y: 300 }}
            onRow={({ index, probe }) => ({
              onMouseEnter: () => light({ probe: index }),
              onMouseLeave: () => light(null),
              onClick: () => choose(probe),
            })}
            columns={[
              { title: "point", width: 76, ellipsis: true, render: (_, row) => `${row.probe} ${row.index + 1}` },
              {
                title: "x",
                align: "right",
                width: 66,
                sorter: (a, b) => a.x - b.x,
                render: (_, row) => <Figure value={row.x} decimals={digits.length} />,
              },
              {
                title: "y",
                align: "right",
                width: 66,
                sorter: (a, b) => a.y - b.y,
                render: (_, row) => <Figure value={row.y} decimals={digits.length} />,
              },
              { title: "side", width: 72, render: (_, row) => <strong>{row.side}</strong> },
              { title: "turns", align: "right", width: 50, dataIndex: "winding" },
              {
                title: "distance",
                align: "right",
                width: 92,
                sorter: (a, b) => a.distance - b.distance,
                render: (_, row) => <Figure value={row.distance} />,
              },
              { title: "edge", align: "right", width: 60, render: (_, row) => edgeName(row) },
              ...(hasCurves
                ? [
                    {
                      title: (
                        <span title="the distance by the true curves, and the side where it is another one">curve</span>
                      ),
                      align: "right" as const,
                      width: 92,
                      render: (_: unknown, row: Row) => byCurves(row),
                    },
                  ]
                : []),
            ]}
          />
        </>
      )}
    </Panel>
  );
}

const WORDS: Record<Shown, string> = {
  all: "all",
  inside: "inside",
  outside: "outside",
  boundary: "boundary",
  depends: "depends on the tolerance",
};

/** Ring and edge, both as the vertices are numbered in Define. */
function edgeName({ ring, edge }: Row): string {
  return edge < 0 ? "—" : `${ring + 1} · ${edge}`;
}

function byCurves(row: Row) {
  if (!row.byCurves) return "—";
  if (depends(row)) return <strong className="probe-depends">{row.byCurves.side}</strong>;
  return <Figure value={row.byCurves.distance} />;
}
