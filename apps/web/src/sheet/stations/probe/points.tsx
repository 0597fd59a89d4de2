import { Button, Segmented, Select } from "antd";
import { useMemo, useState } from "react";
import { fixed, plural } from "@/format/numbers";
import { stepAcross, stepOf } from "@/format/step";
import type { SideName } from "@/worker/probed-points";
import { useAnswers } from "../../model/answers";
import { appendedLine, freshName } from "../../model/append";
import { useChoice } from "../../model/choice";
import { useEdits } from "../../model/edits";
import { useLayer, useLight } from "../../model/layers";
import { NumberField } from "../parts/number-field";
import { Empty } from "../parts/panel";
import { Distribution } from "./distribution";
import { FileOfPoints } from "./file-of-points";
import {
  counts,
  EVERYTHING,
  type Filter,
  type Frame,
  isMeasured,
  listed,
  type PointSet,
  type SortBy,
} from "./point-set";
import { PointTable } from "./point-table";
import { SavePoints } from "./save-points";
import type { PointsFile } from "./use-points-file";

/** So many points of a file are a line of a script that can still be read. */
const MOST_WRITTEN = 200;

/** The points, one row each: filtered, sorted, framed on the plan, and handed off. */
export function Points({ set, file }: { set: PointSet; file: PointsFile }) {
  const { shape, choose } = useChoice();
  const { edit } = useEdits();
  const light = useLight();
  const [filter, setFilter] = useState<Filter>(EVERYTHING);
  const [sort, setSort] = useState<{ by: SortBy; falls: boolean } | null>(null);
  const found = useMemo(() => counts(set), [set]);
  const choices = (["all", "inside", "outside", "boundary", "depends"] as const).filter(
    (value) => value === "all" || found[value] > 0,
  );
  const side = choices.includes(filter.side as "all") ? filter.side : "all";
  const rows = useMemo(() => listed(set, { ...filter, side }, sort), [set, filter, side, sort]);
  const change = (some: Partial<Filter>) => setFilter({ ...filter, ...some });
  const cloud = file.set?.points ?? null;
  useLayer(
    () => cloud && { cloud: { points: cloud, rows: rows.length < cloud.x.length ? rows : null } },
    [cloud, rows],
  );
  if (!shape) return null;
  const write = (chosen: Uint32Array) => {
    const { x, y } = set.points;
    const listOf = Array.from(chosen, (i) => `(${x[i]}, ${y[i]})`).join(", ");
    edit((current, script) =>
      appendedLine(script, `${freshName(current, "asked")} = probe(${shape.name}, at: (${listOf}))`),
    );
    file.open(null);
  };
  return (
    <>
      <FileOfPoints file={file} />
      {found.all === 0 ? (
        !file.file && (
          <Empty>
            No points yet: click the plan, open a file, or write for example: ball = probe({shape.name}, at: (10, 20))
            or stops = probe({shape.name}, at: {shape.name}.scatter(200))
          </Empty>
        )
      ) : (
        <>
          <Segmented
            size="small"
            value={side}
            onChange={(value) => change({ side: value })}
            options={choices.map((value) => ({ value, label: `${WORDS[value]} ${fixed(found[value], 0)}` }))}
            aria-label="which points are listed"
          />
          <div className="probe-row">
            <span className="quiet">distance</span>
            <Distance value={filter.least} what="least distance" onChange={(least) => change({ least })} />
            <span className="quiet">to</span>
            <Distance value={filter.most} what="greatest distance" onChange={(most) => change({ most })} />
            {set.shapes.length > 1 && (
              <Select
                size="small"
                value={filter.shape ?? ""}
                options={[{ value: "", label: "all shapes" }, ...set.shapes.map((value) => ({ value, label: value }))]}
                onChange={(value) => change({ shape: value || null })}
                popupMatchSelectWidth={false}
                aria-label="shape that was asked"
              />
            )}
            <FrameButton frame={filter.frame} onFrame={(frame) => change({ frame })} />
          </div>
          <PointTable
            set={set}
            rows={rows}
            sort={sort}
            onSort={setSort}
            onPoint={(i) => light(i === null ? null : litBy(set, i))}
            onChoose={(i) => {
              const place = set.placeOf(i);
              if (place) choose(place.definition);
            }}
          />
          <p className="quiet probe-count" data-testid="points-listed">
            {rows.length < found.all ? `${fixed(rows.length, 0)} of ${fixed(found.all, 0)} listed` : "all listed"}
          </p>
          {isMeasured(set.points) && (
            <>
              <SavePoints set={set} rows={rows} name={file.set ? "points" : "probed"} />
              {file.set && rows.length > 0 && rows.length <= MOST_WRITTEN && (
                <Button size="small" onClick={() => write(rows)}>
                  Write {plural(rows.length, "point")} into the script
                </Button>
              )}
              <Distribution set={set} rows={rows} />
            </>
          )}
        </>
      )}
    </>
  );
}

const WORDS: Record<SideName | "all" | "depends", string> = {
  all: "all",
  inside: "inside",
  outside: "outside",
  boundary: "boundary",
  depends: "depends on the tolerance",
};

function litBy(set: PointSet, i: number) {
  const { x, y, nearest, distance } = set.points;
  if (!isMeasured(set.points)) return { place: { x: x[i], y: y[i], foot: null } };
  const foot = { x: nearest[2 * i], y: nearest[2 * i + 1], distance: distance[i] };
  return { place: { x: x[i], y: y[i], foot: Number.isFinite(distance[i]) ? foot : null } };
}

function Distance({
  value,
  what,
  onChange,
}: {
  value: number | null;
  what: string;
  onChange(value: number | null): void;
}) {
  const { view } = useAnswers();
  return (
    <NumberField
      className="probe-distance"
      min={0}
      step={value ? stepOf(value) : stepAcross(view.plan)}
      value={value}
      placeholder="any"
      onChange={onChange}
      aria-label={what}
    />
  );
}

/** Asks for a frame on the plan, or takes it away. */
function FrameButton({ frame, onFrame }: { frame: Frame | null; onFrame(frame: Frame | null): void }) {
  const [isWaiting, setWaiting] = useState(false);
  const [drawn, setDrawn] = useState<Frame | null>(null);
  useLayer(() => {
    const shown = drawn ?? frame;
    if (!isWaiting) return shown && { frame: shown };
    return {
      ...(drawn ? { frame: drawn } : {}),
      onDrag: {
        hint: "Drag a frame around points",
        move: (from, to) => setDrawn({ x0: from.x, y0: from.y, x1: to.x, y1: to.y }),
        end: (from, to) => {
          setDrawn(null);
          setWaiting(false);
          onFrame({ x0: from.x, y0: from.y, x1: to.x, y1: to.y });
        },
        cancel: () => {
          setDrawn(null);
          setWaiting(false);
        },
      },
    };
  }, [isWaiting, drawn, frame, onFrame]);
  if (frame && !isWaiting)
    return (
      <Button size="small" onClick={() => onFrame(null)}>
        Take the frame away
      </Button>
    );
  return (
    <Button size="small" type={isWaiting ? "primary" : "default"} onClick={() => setWaiting(!isWaiting)}>
      {isWaiting ? "Drag it on the plan …" : "Frame on the plan"}
    </Button>
  );
}
