import { allRings, type Bounds, bounds, type MultiPolygon, type Ring } from "@vertexon/geometry";
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
  const shown = box ?? bounds(layers.flatMap(({ polygons }) => allRings(polygons)));
  if (!shown) return <div className="thumbnail-empty" style={{ width, height }} />;
  const w = Math.max(shown.maxX - shown.minX, 1e-9);
  const h = Math.max(shown.maxY - shown.minY, 1e-9);
  const pixel = Math.max(w / width, h / height);
  const margin = 3 * pixel;
  const y = yDown ? shown.minY : -shown.maxY;
  // To a tenth of a pixel.
  const decimals = Math.min(20, Math.max(0, 1 - Math.floor(Math.log10(pixel))));
  const dataOf = (polygons: MultiPolygon, lines: readonly Ring[]): string =>
    [
      ...allRings(polygons).map((ring) => `${lineOf(ring, decimals)}Z`),
      ...lines.map((line) => lineOf(line, decimals)),
    ].join("");
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
          d={dataOf(polygons, lines)}
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

function lineOf(points: Ring, decimals: number): string {
  let d = "";
  for (let i = 0; i < points.length; i += 2)
    d += `${i ? "L" : "M"}${points[i].toFixed(decimals)} ${points[i + 1].toFixed(decimals)}`;
  return d;
}
