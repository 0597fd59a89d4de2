import { type Path, pointAt, type Segment, segmentsWithJoin } from "@vertexon/geometry";
import { Button, Segmented } from "antd";
import { useState } from "react";
import { fixed, small } from "@/format/numbers";
import type { Spot } from "@/worker/questions/flattening";
import { useLayer } from "../../model/layers";
import { Facts } from "../parts/panel";

const [WIDTH, HEIGHT] = [440, 150];
/** How long the deviation is drawn, in px. */
const DEVIATION = 64;

type Closeness = "deviation" | "edge";

/** The worst spots one after the other under a magnifier: curve, chord and the distance between them. */
export function Magnifier({
  spots,
  outline,
  at: asked,
  yDown,
  onAt,
}: {
  spots: readonly Spot[];
  outline: Path;
  at: number;
  yDown: boolean;
  onAt(at: number): void;
}) {
  const [closeness, setCloseness] = useState<Closeness>("deviation");
  const at = Math.min(asked, spots.length - 1);
  const spot = spots[at];
  useLayer(() => (spot ? { spot } : null), [spot]);
  if (!spot) return <p className="panel-empty">No chord leaves its curve: nothing to magnify.</p>;
  const segment = segmentsWithJoin(outline.subpaths[spot.subpath])[spot.segment];
  const place = (x: number, y: number): string => `(${fixed(x, 4)}, ${fixed(y, 4)})`;
  const [ax, ay, bx, by] = spot.edge;
  return (
    <div className="magnifier">
      <div className="magnifier-head">
        <Button size="small" disabled={at === 0} onClick={() => onAt(at - 1)}>
          previous
        </Button>
        <Button size="small" disabled={at === spots.length - 1} onClick={() => onAt(at + 1)}>
          next worst
        </Button>
        <span className="mono" data-testid="spot">
          {at + 1} of {spots.length}: {fixed(spot.deviation, 6)}
        </span>
        <Segmented<Closeness>
          size="small"
          value={closeness}
          options={[
            { value: "deviation", label: "close" },
            { value: "edge", label: "whole edge" },
          ]}
          onChange={setCloseness}
        />
      </div>
      {segment && <Lens spot={spot} segment={segment} closeness={closeness} yDown={yDown} />}
      <Facts
        rows={[
          ["on the curve", `${place(spot.curveX, spot.curveY)}  segment ${spot.segment + 1}, t ${fixed(spot.t, 4)}`],
          ["on the chord", place(spot.x, spot.y)],
          ["chord", `${place(ax, ay)} to ${place(bx, by)}`],
          ["its length", fixed(Math.hypot(bx - ax, by - ay), 4)],
        ]}
      />
    </div>
  );
}

function Lens({
  spot,
  segment,
  closeness,
  yDown,
}: {
  spot: Spot;
  segment: Segment;
  closeness: Closeness;
  yDown: boolean;
}) {
  const [ax, ay, bx, by] = spot.edge;
  const off = Math.max(Math.hypot(spot.curveX - spot.x, spot.curveY - spot.y), Number.MIN_VALUE);
  const fits = Math.min((0.8 * WIDTH) / Math.abs(bx - ax), (0.7 * HEIGHT) / Math.abs(by - ay));
  const scale = closeness === "edge" ? Math.min(fits, DEVIATION / off) : DEVIATION / off;
  const whole = closeness === "edge";
  const [cx, cy] = whole ? [(ax + bx) / 2, (ay + by) / 2] : [(spot.x + spot.curveX) / 2, (spot.y + spot.curveY) / 2];
  const put = (x: number, y: number): [number, number] => [
    WIDTH / 2 + (x - cx) * scale,
    HEIGHT / 2 + (yDown ? 1 : -1) * (y - cy) * scale,
  ];
  const [fx, fy] = put(spot.x, spot.y);
  const [qx, qy] = put(spot.curveX, spot.curveY);
  // Far beyond the frame coordinates would be too large for a picture.
  const clipped = (x: number, y: number): [number, number] => {
    const [px, py] = put(x, y);
    const reach = Math.hypot(px - fx, py - fy);
    const share = Math.min(1, (2 * WIDTH) / reach);
    return reach > 0 ? [fx + share * (px - fx), fy + share * (py - fy)] : [px, py];
  };
  const [a, b] = [clipped(ax, ay), clipped(bx, by)];
  const ends = [put(ax, ay), put(bx, by)].filter(([x, y]) => x >= 0 && x <= WIDTH && y >= 0 && y <= HEIGHT);
  return (
    <svg
      className="lens"
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      role="img"
      aria-label={`curve and chord, ${fixed(spot.deviation, 6)} apart`}
    >
      <polyline points={curveNear(spot, segment, scale, put)} className="lens-curve" />
      <line x1={a[0]} y1={a[1]} x2={b[0]} y2={b[1]} className="lens-chord" />
      {ends.map(([x, y]) => (
        <circle key={`${x} ${y}`} cx={x} cy={y} r={3.5} className="lens-vertex" />
      ))}
      <line x1={fx} y1={fy} x2={qx} y2={qy} className="lens-measure" />
      <text x={Math.max(fx, qx) + 10} y={(fy + qy) / 2 + 4} className="lens-number">
        {fixed(spot.deviation, 6)}
      </text>
      <text x={8} y={HEIGHT - 8} className="lens-note">
        dashed: the curve
      </text>
      <text x={WIDTH - 8} y={HEIGHT - 8} textAnchor="end" className="lens-note">
        ×{small(scale)}
      </text>
    </svg>
  );
}

/** The curve as far as the frame goes, in px. */
function curveNear(
  spot: Spot,
  segment: Segment,
  scale: number,
  put: (x: number, y: number) => [number, number],
): string {
  const [px, py] = pointAt(segment, spot.from);
  const [qx, qy] = pointAt(segment, spot.to);
  const length = Math.hypot(qx - px, qy - py) * scale;
  const share = length > 0 ? Math.min(1, (2 * WIDTH) / length) : 1;
  const [from, to] = [spot.t - share * (spot.t - spot.from), spot.t + share * (spot.to - spot.t)];
  return Array.from({ length: 81 }, (_, i) => {
    const [x, y] = put(...pointAt(segment, from + ((to - from) * i) / 80));
    return `${fixedPx(x)},${fixedPx(y)}`;
  }).join(" ");
}

function fixedPx(value: number): string {
  return value.toFixed(2);
}
