import { writeNumber } from "@vertexon/notation";
import { Button, InputNumber, Segmented, Table } from "antd";
import { useMemo, useState } from "react";
import { Figure } from "@/format/figure";
import { fixed } from "@/format/numbers";
import type { AimKind, AimView } from "@/worker/questions/aim";
import { useAnswers } from "../../model/answers";
import { appendedLine, freshName } from "../../model/append";
import { useChoice } from "../../model/choice";
import { useEdits } from "../../model/edits";
import { type Place, useLayer } from "../../model/layers";
import { useQuestion } from "../../model/use-question";
import { Empty } from "../parts/panel";

const KINDS: { value: AimKind; label: string }[] = [
  { value: "segment", label: "segment" },
  { value: "ray", label: "ray" },
  { value: "ball", label: "ball" },
];

/** A line dragged over the plan: all places where it meets the true outline, or what a ball would do. */
export function Aim() {
  const { view, thread } = useAnswers();
  const { shape } = useChoice();
  const { edit } = useEdits();
  const [kind, setKind] = useState<AimKind>("ball");
  const [times, setTimes] = useState(6);
  const [line, setLine] = useState<{ from: Place; to: Place } | null>(null);
  const name = shape?.name ?? null;
  const asked = useMemo(() => (name && line ? { name, kind, times, ...line } : null), [name, kind, times, line]);
  const { answered, isNewest } = useQuestion({ thread, view }, "aim", asked);
  const found = isNewest ? (answered?.answer ?? null) : null;
  useLayer(() => {
    const set = (from: Place, to: Place) => setLine({ from: at(from), to: at(to) });
    return {
      ...(found ? { aimed: found } : {}),
      onDrag: { hint: "Drag to aim: from where it starts", move: set, end: set, cancel: () => setLine(null) },
    };
  }, [found]);
  if (!shape) return <Empty>No shape to aim at yet.</Empty>;
  const keep = () =>
    edit((current, script) => {
      if (!line) return null;
      const [x0, y0, x1, y1] = [line.from.x, line.from.y, line.to.x, line.to.y].map((value) => writeNumber(value, 3));
      const angle = writeNumber((180 / Math.PI) * Math.atan2(line.to.y - line.from.y, line.to.x - line.from.x), 4);
      const statement =
        kind === "ball"
          ? `${shape.name}.bounce(from: (${x0}, ${y0}), facing: ${angle}deg, times: ${times})`
          : `polyline((${x0}, ${y0}), (${x1}, ${y1}))`;
      return appendedLine(script, `${freshName(current, "aimed")} = ${statement}`);
    });
  return (
    <>
      <div className="probe-row">
        <Segmented<AimKind> size="small" value={kind} options={KINDS} onChange={setKind} aria-label="what is aimed" />
        {kind === "ball" && (
          <>
            <InputNumber
              size="small"
              className="probe-distance"
              min={1}
              max={1000}
              precision={0}
              value={times}
              onChange={(value) => value && setTimes(value)}
              aria-label="how often it is thrown back"
            />
            <span className="quiet">times thrown back</span>
          </>
        )}
        <span className="grow" />
        <Button size="small" disabled={!found} onClick={keep}>
          Keep in the script
        </Button>
      </div>
      {!line && <p className="panel-empty">Drag on the plan: from where it starts towards where it goes.</p>}
      {found && (
        <>
          <p className="quiet" data-testid="aim-summary">
            {found.hits.length === 0
              ? `${shape.name} is not met`
              : `${found.hits.length} ${found.hits.length === 1 ? "hit" : "hits"} on the true outline of ${shape.name}`}
            {found.way.length >= 4 && `; the way is ${fixed(lengthOf(found.way), 2)} long`}
          </p>
          <Table<AimView["hits"][number] & { number: number }>
            size="small"
            pagination={false}
            rowKey="number"
            dataSource={found.hits.map((hit, i) => ({ ...hit, number: i + 1 }))}
            scroll={{ y: 230 }}
            data-testid="hits"
            columns={[
              { title: "hit", dataIndex: "number", width: 40 },
              { title: "at", align: "right", render: (_, { at: way }) => <Figure value={way} /> },
              { title: "x", align: "right", render: (_, { x }) => <Figure value={x} /> },
              { title: "y", align: "right", render: (_, { y }) => <Figure value={y} /> },
              { title: "effect", width: 72, dataIndex: "effect" },
              {
                title: "normal",
                align: "right",
                render: (_, { normal }) => (
                  <span className="mono">
                    {fixed(normal.x, 3)}, {fixed(normal.y, 3)}
                  </span>
                ),
              },
            ]}
          />
        </>
      )}
    </>
  );
}

function at({ x, y }: Place): Place {
  return { x, y };
}

function lengthOf(way: Float64Array): number {
  let length = 0;
  for (let i = 2; i < way.length; i += 2) length += Math.hypot(way[i] - way[i - 2], way[i + 1] - way[i - 1]);
  return length;
}
