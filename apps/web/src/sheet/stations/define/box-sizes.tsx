import { InputNumber } from "antd";
import { type ReactNode, useMemo, useState } from "react";
import { Figure } from "@/format/figure";
import type { BoxView } from "@/worker/questions/box-sizes";
import { useAnswers } from "../../model/answers";
import type { NamedShape } from "../../model/scene";
import { useQuestion } from "../../model/use-question";

interface Size {
  width: number;
  height: number;
}

/** The same shape in three sizes of the plan's box, side by side, with what stays and what changes. */
export function BoxSizes({ shape }: { shape: NamedShape }) {
  const { view, thread } = useAnswers();
  const { width, height } = view.plan;
  const usual = useMemo<Size[]>(
    () => [
      { width: Math.round(width / 2), height },
      { width, height },
      { width: width * 2, height },
    ],
    [width, height],
  );
  // The present plan's, until they are changed here.
  const [own, setSizes] = useState<Size[] | null>(null);
  const sizes = own ?? usual;
  const { name } = shape;
  const { answered } = useQuestion({ thread, view }, "boxSizes", { name, sizes }, { rest: 120 });
  const boxes = answered?.answer ?? null;
  const set = (i: number, change: Partial<Size>): void =>
    setSizes(sizes.map((size, k) => (k === i ? { ...size, ...change } : size)));
  const shapes = boxes?.map((box) => box.shape) ?? [];
  return (
    <div className="box-sizes" data-testid="box-sizes">
      {sizes.map((size, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: three boxes, in their order
        <div key={i} className="box-size">
          <div className="inline-field">
            {(["width", "height"] as const).map((side) => (
              <InputNumber
                key={side}
                size="small"
                min={1}
                value={size[side]}
                aria-label={`Box ${i + 1} ${side}`}
                onChange={(value) => value && set(i, { [side]: value })}
              />
            ))}
          </div>
          <BoxPicture box={answered?.question.sizes[i] === size ? boxes?.[i] : undefined} yDown={view.plan.yDown} />
        </div>
      ))}
      <BoxTable shapes={shapes} />
    </div>
  );
}

function BoxPicture({ box, yDown }: { box: BoxView | undefined; yDown: boolean }) {
  if (!box) return <div className="box-picture quiet">…</div>;
  if (!box.shape) return <div className="box-picture warning">cannot be computed at this size</div>;
  const { x, y, width, height, shape } = box;
  const data = shape.polygons
    .flatMap(({ outer, holes }) => [outer, ...holes])
    .map((ring) => {
      const points: string[] = [];
      for (let i = 0; i < ring.length; i += 2)
        points.push(`${ring[i] - x} ${yDown ? ring[i + 1] - y : y + height - ring[i + 1]}`);
      return `M ${points.join(" L ")} Z`;
    })
    .join(" ");
  const margin = 0.04 * Math.max(width, height);
  return (
    <svg
      className="box-picture"
      viewBox={`${-margin} ${-margin} ${width + 2 * margin} ${height + 2 * margin}`}
      role="img"
      aria-label={`In a box of ${width} by ${height}`}
    >
      <rect width={width} height={height} className="box-frame" />
      <path d={data} fillRule="evenodd" className="box-shape" />
    </svg>
  );
}

/** What stays the same in all boxes is quiet; what changes stands out. */
function BoxTable({ shapes }: { shapes: BoxView["shape"][] }) {
  const [first, ...others] = shapes;
  if (!first || others.some((shape) => !shape)) return null;
  const all = shapes as NonNullable<BoxView["shape"]>[];
  const rows: [string, number[]][] = [
    ["area", all.map(({ area }) => area)],
    ["perimeter", all.map(({ perimeter }) => perimeter)],
    ["vertices", all.map(({ vertices }) => vertices)],
    ...["least x", "least y", "greatest x", "greatest y"].map((side, k): [string, number[]] => [
      `gap at ${side}`,
      all.map(({ gaps }) => gaps[k]),
    ]),
    ...first.radii.map((_, k): [string, number[]] => [
      `radius ${k + 1}`,
      all.map(({ radii }) => radii[k] ?? Number.NaN),
    ]),
    ...first.angles
      .slice(0, 24)
      .map((_, k): [string, number[]] => [`angle at ${k}, °`, all.map(({ angles }) => angles[k] ?? Number.NaN)]),
  ];
  return (
    <table className="box-table">
      <tbody>
        {rows.map(([label, values]) => {
          const stays = values.every((value) => Math.abs(value - values[0]) <= 1e-9 * Math.max(1, Math.abs(values[0])));
          return (
            <tr key={label} className={stays ? "box-stays" : "box-changes"}>
              <th scope="row">{label}</th>
              {values.map(
                (value, i): ReactNode => (
                  // biome-ignore lint/suspicious/noArrayIndexKey: one column a box, in their order
                  <td key={i}>{Number.isNaN(value) ? "none" : <Figure value={value} {...digitsOf(label)} />}</td>
                ),
              )}
              <td>{stays ? "stays" : "changes"}</td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}

/** Counts are whole, areas and angles have their own digits. */
function digitsOf(label: string): { of?: "area"; decimals?: number } {
  if (label === "area") return { of: "area" };
  if (label === "vertices") return { decimals: 0 };
  return label.endsWith("°") ? { decimals: 3 } : {};
}
