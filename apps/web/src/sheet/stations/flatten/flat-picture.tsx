import type { Path } from "@vertexon/geometry";
import { tokens } from "@/theme/tokens";

const [WIDTH, HEIGHT] = [208, 130];

/** A flattened outline as a small picture, with its vertices as dots. */
export function FlatPicture({ outline, label, yDown }: { outline: Path; label: string; yDown: boolean }) {
  const rings = outline.subpaths.map(({ x, y, segments, closed }) => ({
    points: [[x, y], ...segments.map(({ x1, y1 }) => [x1, y1])],
    closed,
  }));
  const all = rings.flatMap(({ points }) => points);
  const [xs, ys] = [all.map(([x]) => x), all.map(([, y]) => y)];
  const [minX, minY] = [Math.min(...xs), Math.min(...ys)];
  const [w, h] = [Math.max(...xs) - minX, Math.max(...ys) - minY];
  const scale = Math.min((WIDTH - 12) / Math.max(w, 1e-9), (HEIGHT - 12) / Math.max(h, 1e-9));
  const put = ([x, y]: number[]): [number, number] => [
    WIDTH / 2 + (x - minX - w / 2) * scale,
    HEIGHT / 2 + (yDown ? 1 : -1) * (y - minY - h / 2) * scale,
  ];
  // So many dots that they would run together are left out.
  const dots = all.length <= 240 ? all : [];
  return (
    <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} className="flat-picture" role="img" aria-label={label}>
      {rings.map(({ points, closed }, i) => (
        <path
          // biome-ignore lint/suspicious/noArrayIndexKey: subpaths have no other identity
          key={i}
          d={`M${points.map((point) => put(point).map(px).join(" ")).join("L")}${closed ? "Z" : ""}`}
          fill="none"
          stroke={tokens.ink}
          strokeWidth={1.1}
        />
      ))}
      {dots.map((point) => {
        const [x, y] = put(point);
        return <circle key={`${x} ${y}`} cx={px(x)} cy={px(y)} r={1.7} fill={tokens.plum} />;
      })}
    </svg>
  );
}

function px(value: number): string {
  return value.toFixed(1);
}
