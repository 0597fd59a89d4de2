import { transformPath } from "@vertexon/geometry";
import { writeNumber } from "@vertexon/notation";
import { Select, Table } from "antd";
import { useCallback, useMemo, useState } from "react";
import { Figure } from "@/format/figure";
import { fixed } from "@/format/numbers";
import { usePlanDigits } from "@/format/plan-digits";
import type { CarryView } from "@/worker/questions/carry";
import { useAnswers } from "../../model/answers";
import { appendedLine, freshName } from "../../model/append";
import { useEdits } from "../../model/edits";
import { type Place, useLayer } from "../../model/layers";
import { results, shapeNamed, shapesOf } from "../../model/scene";
import { useQuestion } from "../../model/use-question";
import { Empty } from "../parts/panel";

type Row = CarryView["rows"][number];

/** Milliseconds that the pointer rests before the shortest way out is looked for. */
const REST = 120;

/** A shape that hangs on the pointer, and how it lies to the results of the sheet. */
export function Carry() {
  const { view, thread } = useAnswers();
  const { edit } = useEdits();
  const digits = usePlanDigits();
  const names = shapesOf(view).map(({ name }) => name);
  const [wanted, setWanted] = useState<string | null>(null);
  const [at, setAt] = useState<Place | null>(null);
  // The smallest one, as it is the one that moves.
  const usual = results(view).reduce<string | null>((least, { name, shape }) => {
    const before = least === null ? null : shapeNamed(view, least);
    return shape.area > 0 && (!before || shape.area < before.shape.area) ? name : least;
  }, null);
  const name = wanted !== null && names.includes(wanted) ? wanted : usual;
  const shape = shapeNamed(view, name)?.shape ?? null;
  const step = useMemo(
    () => (shape && at ? { dx: at.x - shape.centre.x, dy: at.y - shape.centre.y } : null),
    [shape, at],
  );
  const { answered } = useQuestion({ thread, view }, "carry", name && step ? { name, ...step } : null);
  const rows = answered?.answer?.rows ?? [];
  const [asked, setAsked] = useState<string | null>(null);
  const over = rows.filter(isOver);
  // What it runs into comes before what it lies in.
  const met = over.some(({ kind }) => kind === "overlapping")
    ? over.filter(({ kind }) => kind === "overlapping")
    : over;
  const worst =
    over.find((row) => row.name === asked) ??
    met.reduce<Row | null>((most, row) => (most && most.area >= row.area ? most : row), null);
  const way = useQuestion(
    { thread, view },
    "wayOut",
    name && step && worst ? { name, ...step, other: worst.name } : null,
    { rest: REST },
  );
  const out = way.isNewest ? (way.answered?.answer ?? null) : null;
  const near = rows.reduce<Row | null>((least, row) => (least && least.distance <= row.distance ? least : row), null);
  const putDown = useCallback(
    (x: number, y: number, to: Place) => {
      if (!name || !shape) return false;
      edit((current, script) => {
        const [dx, dy] = [to.x - shape.centre.x, to.y - shape.centre.y].map((value) =>
          writeNumber(value, digits.length),
        );
        return appendedLine(script, `${freshName(current, "carried")} = ${name}.move(${dx}, ${dy})`);
      });
      return Number.isFinite(x + y);
    },
    [edit, name, shape, digits.length],
  );
  useLayer(() => {
    const text = (value: number): string => fixed(value, digits.length);
    const moved = shape && step && transformPath(shape.outline, { a: 1, b: 0, c: 0, d: 1, e: step.dx, f: step.dy });
    const from = at ?? { x: 0, y: 0 };
    const ways = [
      ...(out ? [{ from, to: { x: from.x + out.x, y: from.y + out.y }, text: text(out.length), isArrow: true }] : []),
      ...(!worst && near?.nearest && at
        ? [{ from: near.nearest[0], to: near.nearest[1], text: text(near.distance), isArrow: false }]
        : []),
    ];
    return { onHover: setAt, onPlace: putDown, ghosts: moved ? [{ path: moved, lit: true }] : [], ways };
  }, [shape, step, at, out, worst, near, putDown, digits.length]);
  if (!shape || !name) return <Empty>No shape with an area to carry yet.</Empty>;
  return (
    <>
      <div className="probe-row">
        <span>Carry</span>
        <Select
          size="small"
          showSearch
          value={name}
          options={names.map((value) => ({ value, label: value }))}
          onChange={setWanted}
          popupMatchSelectWidth={false}
          aria-label="shape that is carried"
        />
        <span className="quiet">over the plan; a click writes where it was put down</span>
      </div>
      {!at && <p className="panel-empty">Move the pointer over the plan: {name} hangs on it by its centre.</p>}
      {at && (
        <Table<Row>
          size="small"
          pagination={false}
          rowKey="name"
          dataSource={rows}
          data-testid="carry"
          rowClassName={(row) => (row === worst ? "row-chosen" : isOver(row) ? "row-choosable" : "")}
          onRow={(row) => ({ onClick: () => setAsked(isOver(row) ? row.name : null) })}
          columns={[
            { title: "shape", dataIndex: "name", className: "mono", ellipsis: true },
            { title: `${name} is`, dataIndex: "kind", render: (_, row) => <strong>{WORDS[row.kind]}</strong> },
            {
              title: "by",
              align: "right",
              render: (_, row) =>
                row.kind === "apart" ? (
                  <Figure value={row.distance} />
                ) : isOver(row) ? (
                  <Figure value={row.area} of="area" unit="area" />
                ) : (
                  "—"
                ),
            },
            {
              title: "shortest way out",
              align: "right",
              render: (_, row) => {
                if (row !== worst) return "—";
                if (!out) return <span className="quiet">…</span>;
                const isKnown = out.length - out.least <= 1e-6 * out.length;
                return (
                  <span title={isKnown ? "no shorter one parts them" : `no way shorter than ${out.least} parts them`}>
                    <Figure value={out.length} />
                    {!isKnown && <span className="quiet"> (≥ {fixed(out.least, digits.length)})</span>}
                  </span>
                );
              },
            },
          ]}
        />
      )}
    </>
  );
}

function isOver({ kind }: Row): boolean {
  return kind !== "apart" && kind !== "touching";
}

const WORDS: Record<Row["kind"], string> = {
  apart: "apart",
  touching: "touching",
  overlapping: "overlapping",
  inside: "inside of it",
  around: "around it",
  equal: "equal to it",
};
