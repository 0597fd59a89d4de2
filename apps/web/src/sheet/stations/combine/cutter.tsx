import { perimeter } from "@vertexon/geometry";
import { Button, Segmented, Table } from "antd";
import { useMemo, useRef, useState } from "react";
import { Figure } from "@/format/figure";
import { fixed } from "@/format/numbers";
import { usePlanDigits } from "@/format/plan-digits";
import { tones } from "@/theme/tokens";
import type { ShapePreview } from "@/worker/questions/preview";
import { useAnswers } from "../../model/answers";
import { appendedLine, freshName } from "../../model/append";
import { useChoice } from "../../model/choice";
import { useEdits } from "../../model/edits";
import { useLayer } from "../../model/layers";
import { useQuestion } from "../../model/use-question";

type Point = { x: number; y: number };
const NONE: Point[] = [];
const NO_PIECES: ShapePreview[] = [];
const FORMS = [
  { value: "open", label: "cut along a line" },
  { value: "closed", label: "cut out an area" },
];

/** A line clicked on the plan that cuts the shape in question into pieces, or closed, an area out of it. */
export function Cutter() {
  const { view, thread } = useAnswers();
  const { shape, choose } = useChoice();
  const { edit } = useEdits();
  const [points, setPoints] = useState<Point[]>(NONE);
  const [closed, setClosed] = useState(false);
  const subject = shape?.name ?? "";
  const list = points.map(({ x, y }) => `(${x}, ${y})`).join(", ");
  const ready = shape !== null && points.length >= (closed ? 3 : 2);
  const expressions = useMemo(
    () =>
      closed
        ? [`${subject} difference polygon(${list})`, `${subject} intersection polygon(${list})`]
        : [`${subject}.cut(${list})`],
    [closed, subject, list],
  );
  const { answered } = useQuestion({ thread, view }, "preview", ready ? { expressions } : null);
  const answer = answered?.answer ?? null;
  const pieces = useMemo(() => answer?.flatMap((shapes) => shapes ?? []) ?? NO_PIECES, [answer]);

  const latest = useRef(points);
  latest.current = points;
  useLayer(
    () => ({
      regions: pieces.map(({ polygons }, i) => ({ polygons, tone: tones[i % tones.length], isChosen: true })),
      line: {
        points,
        closed,
        onBack: () => setPoints(latest.current.slice(0, -1)),
        onClear: () => setPoints(NONE),
      },
      onPlace: (_x, _y, snapped) => {
        setPoints([...latest.current, snapped]);
        return true;
      },
    }),
    [points, closed, pieces],
  );
  const digits = usePlanDigits();
  if (!shape) return <p className="panel-empty">No shape to cut yet.</p>;

  const write = () =>
    edit((current, script) => {
      const name = freshName(current, closed ? "rest" : "pieces");
      setPoints(NONE);
      if (!closed) return appendedLine(script, `${name} = ${expressions[0]}`);
      choose(name);
      const piece = freshName(current, "piece");
      return appendedLine(script, `${name} = ${expressions[0]}\n${piece} = ${expressions[1]}`);
    });
  const ring = Float64Array.from(points.flatMap(({ x, y }) => [x, y]));
  return (
    <>
      <div className="cut-head">
        <Segmented
          size="small"
          options={FORMS}
          value={closed ? "closed" : "open"}
          onChange={(form) => setClosed(form === "closed")}
        />
        <span className="grow" />
        <Button size="small" disabled={points.length === 0} onClick={() => setPoints(points.slice(0, -1))}>
          Take one back
        </Button>
        <Button size="small" disabled={points.length === 0} onClick={() => setPoints(NONE)}>
          Start over
        </Button>
      </div>
      <p className="quiet">
        {points.length === 0
          ? `Click on the plan where ${shape.name} is to be cut.`
          : closed && points.length < 3
            ? "An area needs three points at least."
            : points.length < 2
              ? "Click the next point."
              : closed
                ? "Click further points, or write what is cut out and what is left."
                : "Click further points, or write the pieces. The line goes on straight beyond its ends."}
      </p>
      <dl className="facts facts-pairs">
        <div>
          <dt>length</dt>
          <dd className="mono" data-testid="cut-length">
            {fixed(perimeter(ring, closed), digits.length + 1)}
          </dd>
        </div>
        <div>
          <dt>pieces</dt>
          <dd className="mono" data-testid="cut-pieces">
            {pieces.length || "—"}
          </dd>
        </div>
      </dl>
      {ready && (
        <>
          <div className="regions-written">
            <code className="mono" data-testid="cut-expression">
              {expressions[0]}
            </code>
            <Button size="small" type="primary" disabled={pieces.length === 0} onClick={write}>
              Write it
            </Button>
          </div>
          <Table
            size="small"
            pagination={false}
            scroll={{ y: 170 }}
            dataSource={pieces.map((piece, key) => ({ ...piece, key }))}
            columns={[
              {
                title: "",
                width: 34,
                render: (_, { key }) => (
                  <span className="region-tone" style={{ background: tones[key % tones.length] }} />
                ),
              },
              {
                title: "piece",
                render: (_, { key }) => (closed ? (key === 0 && answer?.[0] ? "left" : "cut out") : `piece ${key + 1}`),
              },
              { title: "parts", align: "right", width: 80, render: (_, { polygons }) => polygons.length },
              { title: "area", align: "right", width: 110, render: (_, { area }) => <Figure value={area} of="area" /> },
            ]}
          />
        </>
      )}
    </>
  );
}
