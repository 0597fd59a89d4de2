import { Button, Table } from "antd";
import { useMemo, useState } from "react";
import { Figure } from "@/format/figure";
import { fixed, plural } from "@/format/numbers";
import { SIDES } from "@/worker/probed-points";
import type { CheckView } from "@/worker/questions/check-mine";
import { useAnswers } from "../../model/answers";
import { useChoice } from "../../model/choice";
import { useLayer, useLight } from "../../model/layers";
import { useLongQuestion } from "../../model/use-question";
import { Pending } from "../parts/panel";
import { useResting } from "../parts/use-resting";
import { FileOfPoints } from "./file-of-points";
import { counts, isMeasured, type PointSet, pointsOfFile } from "./point-set";
import { SavePoints } from "./save-points";
import type { PointsFile } from "./use-points-file";

/** A program's own answers against ours; and the other way round, points that programs get wrong, with the right answers. */
export function CheckMine({ file }: { file: PointsFile }) {
  const { set } = file;
  return (
    <>
      <h4 className="probe-head">My program's answers</h4>
      <FileOfPoints file={file} />
      {!file.file && (
        <p className="quiet">
          Open a table of points with a column headed side (inside, outside, boundary; or 1 and 0): each answer that is
          not ours is found, with its likely cause.
        </p>
      )}
      {set && !set.points.labels && (
        <p className="warning">
          {file.file?.name} says nothing of sides: it needs a column headed side, label, inside or expected.
        </p>
      )}
      {set?.points.labels && isMeasured(set.points) && <Differences set={set} />}
      <h4 className="probe-head">Test vectors for a program</h4>
      <TestVectors />
    </>
  );
}

function Differences({ set }: { set: PointSet }) {
  const { view, thread } = useAnswers();
  const { shape } = useChoice();
  const light = useLight();
  const { points } = set;
  const name = shape?.name ?? null;
  const { y: top, height } = view.plan;
  const { answered, problem } = useLongQuestion(
    { thread, view },
    "checkMine",
    name ? { name, points, top, height } : null,
  );
  const found = answered?.answer ?? null;
  const places = useMemo(
    () => found && Float64Array.from(found.differences.flatMap(({ point }) => [points.x[point], points.y[point]])),
    [found, points],
  );
  useLayer(() => (places ? { marked: places } : null), [places]);
  if (!found) return <Pending problem={problem}>Comparing …</Pending>;
  const { differences, total } = found;
  return (
    <>
      <p className="probe-verdict" data-testid="check-verdict">
        {differences.length === 0
          ? `All ${plural(total, "answer")} are ours.`
          : `${plural(differences.length, "answer")} of ${fixed(total, 0)} are not ours. ${likely(found)}`}
      </p>
      {differences.length > 0 && (
        <Table<CheckView["differences"][number]>
          size="small"
          pagination={false}
          virtual={differences.length > 100}
          rowKey="point"
          dataSource={differences}
          scroll={{ y: 220, x: 520 }}
          onRow={({ point }) => ({
            onMouseEnter: () => light({ place: placeOf(set, point) }),
            onMouseLeave: () => light(null),
          })}
          columns={[
            { title: "point", width: 60, render: (_, { point }) => set.nameOf(point) },
            { title: "x", align: "right", width: 76, render: (_, { point }) => <Figure value={points.x[point]} /> },
            { title: "y", align: "right", width: 76, render: (_, { point }) => <Figure value={points.y[point]} /> },
            { title: "yours", width: 70, render: (_, { point }) => SIDES[points.labels![point]] },
            { title: "ours", width: 70, render: (_, { point }) => <strong>{SIDES[points.side[point]]}</strong> },
            {
              title: "distance",
              align: "right",
              width: 84,
              render: (_, { point }) => <Figure value={points.distance[point]} />,
            },
            { title: "likely cause", render: (_, { cause }) => cause },
          ]}
        />
      )}
    </>
  );
}

/** The cause that most of the differences have. */
function likely({ differences }: CheckView): string {
  const found = new Map<string, number>();
  for (const { cause } of differences) found.set(cause, (found.get(cause) ?? 0) + 1);
  const [cause, count] = [...found].reduce((p, q) => (q[1] > p[1] ? q : p));
  if (cause === "not known") return "No single cause explains most of them.";
  return `${count === differences.length ? "All of them" : fixed(count, 0)} fit one cause: ${cause}.`;
}

function placeOf({ points }: PointSet, i: number) {
  const { x, y, nearest, distance } = points;
  return { x: x[i], y: y[i], foot: { x: nearest[2 * i], y: nearest[2 * i + 1], distance: distance[i] } };
}

/** Points on vertices, on edges, the next doubles beside them, level with vertices and far away. */
function TestVectors() {
  const { view, thread, moving } = useAnswers();
  const { shape } = useChoice();
  const resting = useResting(view, moving);
  const [wanted, setWanted] = useState(false);
  const name = shape?.name ?? null;
  const { answered, problem, state } = useLongQuestion(
    { thread, view: resting },
    "testVectors",
    wanted && name ? { name } : null,
  );
  const points = answered?.answer?.points ?? null;
  const set = useMemo(() => (points && name ? pointsOfFile(points, name) : null), [points, name]);
  const rows = useMemo(() => Uint32Array.from({ length: points?.x.length ?? 0 }, (_, i) => i), [points]);
  const found = set && counts(set);
  return (
    <>
      <p className="quiet">
        Points that programs get wrong, with the right answers: on vertices and on edges of {name}, the next doubles
        beside them, level with vertices, and far away.
      </p>
      {problem !== null && <p className="warning">{problem}</p>}
      {!set && (
        <Button
          size="small"
          loading={wanted && state === "running" && problem === null}
          onClick={() => setWanted(true)}
        >
          Make test vectors
        </Button>
      )}
      {set && found && (
        <>
          <p data-testid="test-vectors">
            {plural(found.all, "point")}: {fixed(found.inside, 0)} inside, {fixed(found.outside, 0)} outside,{" "}
            {fixed(found.boundary, 0)} on the boundary.
          </p>
          <SavePoints set={set} rows={rows} name="test_vectors" />
        </>
      )}
    </>
  );
}
