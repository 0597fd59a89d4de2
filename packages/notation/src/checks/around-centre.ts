import { functions } from "../library";
import { shortNumber } from "../messages/short-number";
import { writtenCall } from "../syntax";
import { bestCircle } from "../values";
import type { Checked, Found } from "./finding";

const TURN = 2 * Math.PI;
/** Points count as lying around a centre when they are within this share of the radius from one circle. */
const ROUND = 0.02;
/** Steps are equal within this share. */
const EQUAL = 0.02;

/** Points around a centre where an index was skipped, or whose step is not the circle's division. */
export function checkAroundCentre({ statement, value }: Checked): Found[] {
  const points = pointsOf(statement.value, value);
  const n = points.length;
  const circle = n >= 5 ? bestCircle(points) : null;
  if (!circle || circle.deviation > ROUND * circle.radius) return [];
  const angles = points.map(({ x, y }) => Math.atan2(y - circle.y, x - circle.x));
  const steps = angles.map((angle, i) => positive(angles[(i + 1) % n] - angle));
  // Travelled the other way round, the steps are those of the mirrored points.
  const turned = steps.reduce((sum, step) => sum + step, 0) > (n / 2) * TURN ? steps.map((step) => TURN - step) : steps;
  const step = [...turned].sort((a, b) => a - b)[Math.floor((n - 1) / 2)];
  const odd = turned.flatMap((each, i) => (Math.abs(each - step) > EQUAL * step ? [i] : []));
  if (odd.length !== 1) return [];
  const [at] = odd;
  const degrees = (angle: number): string => `${shortNumber((angle * 180) / Math.PI)}°`;
  const times = Math.round(turned[at] / step);
  const isMultiple = Math.abs(turned[at] - times * step) <= EQUAL * step * times;
  const { x, y } = points[at];
  const next = points[(at + 1) % n];
  const place = { x: (x + next.x) / 2, y: (y + next.y) / 2 };
  if ((times === 2 || times === 3) && isMultiple)
    return [
      {
        span: statement.nameSpan,
        message: `from vertex ${at} to ${(at + 1) % n} it turns ${degrees(turned[at])} around (${shortNumber(circle.x)}, ${shortNumber(circle.y)}), elsewhere ${degrees(step)}: ${times === 2 ? "an index was" : "two indices were"} skipped`,
        mends: [],
        marks: [place],
      },
    ];
  const share = Math.round(TURN / (n * step));
  const isPart = share >= 2 && share <= 4 && Math.abs(TURN - share * n * step) <= EQUAL * step;
  if (at === n - 1 && isPart)
    return [
      {
        span: statement.nameSpan,
        message: `${n} points ${degrees(step)} apart go around only ${degrees((n - 1) * step)} of the circle: ${n} equal steps of a whole turn are ${degrees(TURN / n)}`,
        mends: [],
        marks: [place],
      },
    ];
  if (at !== n - 1 || times > 2) return [];
  return [
    {
      span: statement.nameSpan,
      message: `${n} points ${degrees(step)} apart leave ${degrees(turned[at])} between the last and the first: ${n} equal steps are ${degrees(TURN / n)}`,
      mends: [],
      marks: [place],
    },
  ];
}

function pointsOf(expression: Checked["statement"]["value"], value: Checked["value"]): { x: number; y: number }[] {
  if (value.type === "list") return value.items.flatMap((item) => (item.type === "point" ? [item] : []));
  if (value.type !== "shape" || !isPolygon(expression)) return [];
  const [{ x, y, segments }, ...others] = value.outline.subpaths;
  if (others.length || segments.some(({ kind }) => kind !== "line")) return [];
  const vertices = [{ x, y }];
  for (const segment of segments) if (segment.kind === "line") vertices.push({ x: segment.x1, y: segment.y1 });
  const last = vertices[vertices.length - 1];
  return last.x === x && last.y === y ? vertices.slice(0, -1) : vertices;
}

function isPolygon(expression: Checked["statement"]["value"]): boolean {
  const { corners, closing } = functions.get(writtenCall(expression)?.name ?? "")?.outline ?? {};
  return corners?.by === "points" && closing?.by === "itself";
}

function positive(angle: number): number {
  return ((angle % TURN) + TURN) % TURN;
}
