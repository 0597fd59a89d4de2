import { syntaxTree } from "@codemirror/language";
import type { Extension } from "@codemirror/state";
import { hoverTooltip } from "@codemirror/view";
import { fixed } from "@/format/numbers";

const TURNS: Record<string, number> = { deg: 1 / 360, rad: 1 / (2 * Math.PI), turn: 1 };

/** An angle that is pointed at, in all three units. */
export function angleUnits(): Extension {
  return hoverTooltip((view, position, side) => {
    const node = syntaxTree(view.state).resolveInner(position, side);
    const [, digits, unit] = /^(.*?)(deg|rad|turn)$/.exec(view.state.sliceDoc(node.from, node.to)) ?? [];
    if (node.name !== "Quantity" || !unit) return null;
    const turns = Number(digits) * TURNS[unit];
    return {
      pos: node.from,
      end: node.to,
      above: true,
      create: () => {
        const dom = document.createElement("div");
        dom.className = "signature";
        dom.textContent = `${fixed(turns * 360, 4)} deg = ${fixed(turns * 2 * Math.PI, 6)} rad = ${fixed(turns, 6)} turn`;
        return { dom };
      },
    };
  });
}
