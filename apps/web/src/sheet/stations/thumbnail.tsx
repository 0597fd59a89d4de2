import { type Bounds, bounds, type MultiPolygon, type Ring } from "@vertexon/geometry";
import { tokens, withAlpha } from "@/theme/tokens";

interface Props {
  /** `lines` are drawn as they are, without an area. */
  layers: { polygons: MultiPolygon; lines?: readonly Ring[]; tone: string; opacity?: number }[];
  /** The box to show; that of the polygons when left out. */
  box?: Bounds | null;
  yDown: boolean;
  width: number;
  height: number;
}

/** Shapes as a small picture. */
export function Thumbnail({ layers, box, yDown, width, height }: Props) {
  const all = layers.flatMap(({ polygons }) => polygons.flatMap(({ outer, holes }) => [outer, ...holes]));
  const shown = box ?? bounds(all);
  if (!shown) return <div className="thumbnail-empty" style={{ width, height }} />;
  const w = Math.max(shown.maxX - shown.minX, 1e-9);
  const h = Math.max(shown.maxY - shown.minY, 1e-9);
  const pixel = Math.max(w / width, h / height);
  const margin = 3 * pixel;
  const y = yDown ? shown.minY : -shown.maxY;
  return (
    <svg
      width={width}
      height={height}
      viewBox={`${shown.minX - margin} ${y - margin} ${w + 2 * margin} ${h + 2 * margin}`}
      aria-hidden="true"
    >
      {layers.map(({ polygons, lines = [], tone, opacity = 1 }, i) => (
        <path
          // biome-ignore lint/suspicious/noArrayIndexKey: layers have no other identity
          key={i}
          d={pathOf(polygons) + lines.map(lineOf).join("")}
          fill={withAlpha(tone, 0.6 * opacity)}
          fillRule="evenodd"
          stroke={tokens.ink}
          strokeWidth={pixel}
          transform={yDown ? undefined : "scale(1 -1)"}
        />
      ))}
    </svg>
  );
}

function pathOf(polygons: MultiPolygon): string {
  return polygons
    .flatMap(({ outer, holes }) => [outer, ...holes])
    .map((ring) => `${lineOf(ring)}Z`)
    .join("");
}

function lineOf(points: Ring): string {
  let d = "";
  for (let i = 0; i < points.length; i += 2) d += `${i ? "L" : "M"}${points[i].toFixed(3)} ${points[i + 1].toFixed(3)}`;
  return d;
}
