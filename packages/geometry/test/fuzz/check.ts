import { area, combine, type Operand, type Operation, operandOf } from "../../src";
import { exactAreas } from "../oracles/exact-areas";
import { strayVertices } from "../oracles/true-crossings";
import { flawsOf, textOf } from "../oracles/validity";

const OPERATIONS: Operation[] = ["union", "intersection", "difference", "xor"];

/**
 * What is wrong with the four operations on a pair, in words: areas against exact slabs, validity and the places of new
 * vertices in exact integers, the order of operands, and the result combined with itself. Areas are compared in units of
 * the greatest extent.
 */
export function faultsOf(a: Operand, b: Operand): string[] {
  const faults: string[] = [];
  const size = Math.max(...[...a.rings, ...b.rings].flatMap((ring) => [...ring].map(Math.abs)), Number.MIN_VALUE);
  const unit = 2 ** Math.max(-1022, Math.min(1000, Math.floor(Math.log2(size))));
  const inUnits = ({ rings, fillRule }: Operand): Operand => ({
    rings: rings.map((ring) => ring.map((v) => v / unit)),
    fillRule,
  });
  const want = exactAreas(inUnits(a), inUnits(b));
  for (const operation of OPERATIONS) {
    const { polygons, report } = combine(operation, a, b);
    for (const flaw of flawsOf(polygons)) faults.push(`${operation}: ${flaw}`);
    const found = area(inUnitsOf(polygons, unit));
    if (!(Math.abs(found - want[operation]) <= 400 * report.passes * (report.gridStep / unit)))
      faults.push(`${operation}: area ${found}, not ${want[operation]}`);
    for (const [x, y] of strayVertices(polygons, [a, b], report.gridStep))
      faults.push(`${operation}: a vertex at (${x}, ${y}) that is no true crossing`);
    if (operation !== "difference" && textOf(combine(operation, b, a).polygons) !== textOf(polygons))
      faults.push(`${operation}: another result with the operands in the other order`);
    const again = operandOf(polygons);
    if (textOf(combine("union", again, again).polygons) !== textOf(polygons))
      faults.push(`${operation}: its union with itself is another`);
  }
  return faults;
}

function inUnitsOf(polygons: ReturnType<typeof combine>["polygons"], unit: number) {
  return polygons.map(({ outer, holes }) => ({
    outer: outer.map((v) => v / unit),
    holes: holes.map((hole) => hole.map((v) => v / unit)),
  }));
}
