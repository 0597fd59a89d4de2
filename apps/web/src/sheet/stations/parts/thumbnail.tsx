import type { Bounds } from "@vertexon/geometry";
import { tokens, withAlpha } from "@/theme/tokens";

interface Props {
  /** Path data in plan units, each layer in its tone. */
  layers: readonly { data: string; tone: string; opacity?: number }[];
  /** The box to show. */
  box: Bounds | null;
  yDown: boolean;
  width: number;
  height: number;
}

/** Shapes as a small picture. */
export function Thumbnail({ layers, box, yDown, width, height }: Props) {
  if (!box) return <div className="thumbnail-empty" style={{ width, height }} />;
  const w = Math.max(box.maxX - box.minX, 1e-9);
  const h = Math.max(box.maxY - box.minY, 1e-9);
  const pixel = Math.max(w / width, h / height);
  const margin = 3 * pixel;
  const y = yDown ? box.minY : -box.maxY;
  return (
    <svg
      width={width}
      height={height}
      viewBox={`${box.minX - margin} ${y - margin} ${w + 2 * margin} ${h + 2 * margin}`}
      aria-hidden="true"
    >
      {layers.map(({ data, tone, opacity = 1 }, i) => (
        <path
          // biome-ignore lint/suspicious/noArrayIndexKey: layers have no other identity
          key={i}
          d={data}
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
