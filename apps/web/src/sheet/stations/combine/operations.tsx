import { DEFAULT_OPTIONS, writeNumber } from "@vertexon/notation";
import { Button, Segmented, Table } from "antd";
import { useState } from "react";
import { Figure } from "@/format/figure";
import { plural, small } from "@/format/numbers";
import { roundUp } from "@/format/round-up";
import { tokens } from "@/theme/tokens";
import type { CombinationView } from "@/worker/questions/combination";
import type { SheetView } from "@/worker/sheet-view";
import { useAnswers } from "../../model/answers";
import { appendedLine, freshName } from "../../model/append";
import { useChoice } from "../../model/choice";
import { useEdits } from "../../model/edits";
import { emitStatement, withEnding } from "../../model/emit-statement";
import { useLayer, useLight } from "../../model/layers";
import { NumberField } from "../parts/number-field";
import { Facts } from "../parts/panel";
import { BalanceChart } from "./balance-chart";
import { OperationCards } from "./operation-cards";

/** The four operations to choose from, the result's rings, and whether the areas balance. */
export function Operations({ answer }: { answer: CombinationView }) {
  const { view } = useAnswers();
  const { shape } = useChoice();
  const { edit } = useEdits();
  const light = useLight();
  const { operation: taken, curved } = answer;
  useLayer(() => curved && { ghosts: [{ path: curved.path, lit: false }] }, [curved]);
  const choose = (operation: string) =>
    edit((current, script) => {
      const definition = current.definitions.find((each) => each.name === shape?.definition);
      if (!definition) return null;
      const text = script.slice(definition.span.from, definition.span.to);
      const words = [...text.matchAll(new RegExp(`\\b${taken}\\b`, "g"))];
      // With one word there is no doubt which one is meant.
      if (words.length !== 1 || operation === taken) return null;
      const from = definition.span.from + words[0].index;
      return [{ from, to: from + taken.length, insert: operation }];
    });
  return (
    <>
      <p className="quiet">The same operands, all four ways. Click one to take it.</p>
      <OperationCards results={answer.results} taken={answer.operation} yDown={view.plan.yDown} onTake={choose} />
      <Table
        size="small"
        pagination={false}
        rowKey="name"
        scroll={{ y: 170 }}
        dataSource={answer.rings.map((ring, index) => ({ ...ring, index }))}
        onRow={({ index }) => ({ onMouseEnter: () => light({ ring: index }), onMouseLeave: () => light(null) })}
        columns={[
          { title: "ring", dataIndex: "name", width: 72 },
          { title: "area", align: "right", width: 96, render: (_, ring) => <Figure value={ring.area} of="area" /> },
          { title: "perimeter", align: "right", width: 84, render: (_, ring) => <Figure value={ring.perimeter} /> },
          { title: "vertices", align: "right", width: 64, dataIndex: "vertices" },
          {
            title: "edges from",
            ellipsis: true,
            render: (_, ring) => <span title={toldText(ring)}>{ring.sources.join(", ")}</span>,
          },
        ]}
      />
      <Specks rings={answer.rings} name={shape?.name ?? ""} />
      <Balance answer={answer} />
      {curved && shape && <Edges name={shape.name} />}
      <Table
        size="small"
        pagination={false}
        scroll={{ y: 130 }}
        dataSource={answer.operands.map((operand, key) => ({ ...operand, key }))}
        columns={[
          {
            title: "operand",
            ellipsis: true,
            render: (_, { label }) => <span className="mono">{shorten(label)}</span>,
          },
          { title: "outlines", align: "right", width: 72, dataIndex: "outlines" },
          { title: "fill rule", width: 84, dataIndex: "fillRule" },
          { title: "area", align: "right", width: 108, render: (_, { area }) => <Figure value={area} of="area" /> },
        ]}
      />
    </>
  );
}

/** The emission of one thing alone. */
function emissionOf({ emissions }: SheetView, name: string) {
  return emissions.find(({ targets }) => targets.length === 1 && targets[0] === name);
}

/** Whether the result is handed off with straight edges or with its true curves; the script's emit statement keeps it. */
function Edges({ name }: { name: string }) {
  const { view } = useAnswers();
  const { edit } = useEdits();
  const kept = emissionOf(view, name)?.format === "svg-curves" ? "curves" : "edges";
  const choose = (form: string) =>
    edit((current, script) => {
      const emission = emissionOf(current, name);
      const format = form === "curves" ? "svg-curves" : "svg-path";
      const file = withEnding(emission?.file ?? name, format);
      const statement = emitStatement([name], format, emission?.options ?? DEFAULT_OPTIONS, file);
      return emission ? [{ ...emission.span, insert: statement }] : appendedLine(script, statement);
    });
  return (
    <div className="edges-kept">
      <span className="quiet">hand off with</span>
      <Segmented
        size="small"
        value={kept}
        onChange={choose}
        options={[
          { value: "edges", label: "straight edges" },
          { value: "curves", label: "true curves" },
        ]}
      />
    </div>
  );
}

/** What the grid swallowed. */
function Lost({ outlines, edges, slivers }: CombinationView["lost"]) {
  const parts = [
    outlines > 0 && plural(outlines, "outline"),
    edges > 0 && plural(edges, "edge"),
    slivers > 0 && `${plural(slivers, "sliver")} closed up`,
  ].filter(Boolean);
  return <span className="mono">{parts.join(", ") || "nothing"}</span>;
}

/** The outlines that a ring's edges were told in, through all operations. */
function toldText({ told }: CombinationView["rings"][number]): string {
  return told.map(({ label, segments }) => `${label}: ${plural(segments, "segment")}`).join("\n");
}

/** Rings of less than an area, and a definition that leaves them out. */
function Specks({ rings, name }: { rings: CombinationView["rings"]; name: string }) {
  const { view } = useAnswers();
  const { edit } = useEdits();
  const [least, setLeast] = useState(() => roundUp((view.plan.width * view.plan.height) / 1e5).rounded);
  const specks = rings.filter(({ area }) => Math.abs(area) < least);
  const drop = () =>
    edit((current, script) =>
      appendedLine(script, `${freshName(current, "sifted")} = ${name}.sift(${writeNumber(least, 6)})`),
    );
  return (
    <div className="specks">
      <span>specks of less than</span>
      <NumberField
        min={0}
        value={least}
        onChange={(next) => next !== null && setLeast(next)}
        aria-label="area of specks"
      />
      <span className="mono" data-testid="specks">
        {specks.length
          ? specks
              .map((ring) => ring.name)
              .slice(0, 4)
              .join(", ") + (specks.length > 4 ? " …" : "")
          : "none"}
      </span>
      <Button size="small" disabled={specks.length === 0} onClick={drop}>
        Drop {specks.length || "them"}
      </Button>
    </div>
  );
}

/**
 * area(A ∪ B) + area(A ∩ B) against area(A) + area(B), A being the first operand and B all others: equal but for what
 * snapping and doubles leave.
 */
function Balance({ answer }: { answer: CombinationView }) {
  const [a, b] = answer.areas;
  const [union, intersection] = answer.balance;
  const difference = union + intersection - (a + b);
  const balanced = Math.abs(difference) <= 1e-9 * Math.max(a, b, 1e-300);
  return (
    <>
      <BalanceChart labels={answer.labels} areas={answer.areas} union={union} intersection={intersection} />
      <Facts
        rows={[
          ["union + intersection", <Figure key="u" value={union + intersection} decimals={6} />, "balance-left"],
          [
            "A + B",
            <span key="b">
              <Figure value={a + b} decimals={6} />{" "}
              <strong style={{ color: balanced ? tokens.olive : tokens.plum }}>
                {balanced ? "balanced" : `differs by ${small(difference)}`}
              </strong>
            </span>,
            "balance-right",
          ],
          [
            "error bound",
            <span key="e" className="mono">
              {small(answer.flattening)} flattening + {small(answer.snapping)} snapping
            </span>,
          ],
          [
            "grid",
            <span key="g" className="mono">
              step {small(answer.grid.step)}, {plural(answer.grid.passes, "pass", "passes")}
            </span>,
            "grid",
          ],
          ["vertices moved", <Figure key="m" value={answer.grid.verticesMoved} decimals={0} />, "vertices-moved"],
          ["smaller than the grid", <Lost key="l" {...answer.lost} />, "lost"],
          ["intersections", <Figure key="i" value={answer.intersections} decimals={0} />, "intersections"],
          [
            "true curves kept",
            answer.curved ? (
              <span key="c" className="mono">
                {answer.curved.curves}, up to {small(answer.curved.distance)} from the edges
              </span>
            ) : (
              "—"
            ),
            "curves-kept",
          ],
        ]}
      />
    </>
  );
}

export function shorten(label: string): string {
  const flat = label.replace(/\s+/g, " ");
  return flat.length > 24 ? `${flat.slice(0, 23)}…` : flat;
}
