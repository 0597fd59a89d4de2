import type { Handle } from "@vertexon/notation";
import { fixed } from "@/format/numbers";

/** What a handle moves: its numbers, and the definitions that hold them where they are not its own. */
export function gripText({ grips, role, x, y }: Handle, own: string, decimals = 4): string {
  return grips
    .flatMap(({ label, measure, origin }) => {
      const names = origin.kind === "blend" ? origin.names : origin.name ? [origin.name] : [];
      const others = names.filter((name) => name !== own);
      // A vertex with its own numbers needs no words: the cursor strip has them.
      if (role !== "number" && others.length === 0 && origin.kind === "driver" && measure.by === "along") return [];
      const value = shown(measure, x, y, decimals);
      if (origin.kind === "driver") return [`${label} ${value}${others.length ? ` ← ${others[0]}` : ""}`];
      return [`${label} ${value} follows from ${others.length ? others.join(", ") : "several numbers"}: change those`];
    })
    .join(" · ");
}

function shown(measure: Handle["grips"][number]["measure"], x: number, y: number, decimals: number): string {
  const [dx, dy] = [x - measure.x, y - measure.y];
  if (measure.by === "along") return fixed(dx * measure.dx + dy * measure.dy, decimals);
  if (measure.by === "distance") return fixed(Math.hypot(dx, dy), decimals);
  return `${fixed((measure.now * 180) / Math.PI, 1)}°`;
}

/** Whether dragging changes anything: not where everything follows from several numbers. */
export function isDriven({ grips }: Handle): boolean {
  return grips.some(({ origin }) => origin.kind === "driver");
}
