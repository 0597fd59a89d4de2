/** A statement or word of the notation. */
export interface Statement {
  title: string;
  about: string;
  /** An example, complete as a sheet. */
  script: string;
}

/** What the notation has besides functions. */
export const STATEMENTS: Statement[] = [
  {
    title: "Plan, tolerance, definitions",
    about:
      "One statement a line; an indented line goes on with the one above. The plan states its box, axis sense and unit; curves are flattened to the tolerance. Every name has one value, and the order does not matter. A number with a range gets a slider.",
    script: `plan 100 by 100, y down, unit px
tolerance 0.05

size = 30 from 10 to 45   // a comment
pond = circle(middle, radius: size)
middle = (50, 50)
`,
  },
  {
    title: "Set operations",
    about:
      "union, intersection, difference and xor combine shapes; an operand may be a list. Different words need brackets. A word before brackets combines what a list holds.",
    script: `plan 100 by 100

lane  = rect((10, 40), width: 80, height: 30, rx: 15)
pond  = circle((40, 40), radius: 20)
green = (lane union pond) difference (circle((40, 40), radius: 8), circle((75, 55), radius: 6))
`,
  },
  {
    title: "Angles, lengths, shares",
    about:
      "An angle needs its unit: deg, rad or turn. CSS lengths (px, in, cm, mm, pt, pc, Q) are converted to the plan's unit; a share stands for a part of the plan's box on its axis.",
    script: `plan 100 by 100, y down, unit mm, density 96

card  = rect((10%, 10%), to: (100% - 10, 100% - 1in))
pin   = regular(6, at: (box.width / 2, 20mm), radius: 6mm, facing: 0.25turn)
plate = card difference pin
`,
  },
  {
    title: "Choice, repetition, functions",
    about: "if takes one of two values, each makes a list (both ends included), fn makes a function of the sheet.",
    script: `plan 100 by 100

fn petal(facing, length = 30) =
  capsule((50, 50) + polar(12, facing), (50, 50) + polar(length, facing), radius: 5)

bloom = union (each k from 0 to 7: petal(k * 45deg, if k < 4 then 38 else 28))
`,
  },
  {
    title: "Trails",
    about:
      "An outline told by its legs: a length, straight or along an arc that turns by sweep, then a bend on the spot. Legs repeat with count of (…).",
    script: `plan 100 by 100

gear  = trail(from: (38, 12), facing: 0deg, legs: 11 of (12, bend: 360deg / 11), close: yes)
track = trail(from: (25, 70), legs: 2 of (50, (pi * 8, sweep: 180deg)), close: yes)
`,
  },
  {
    title: "Probe and field",
    about: "probe asks a shape about points, field about every cell of the plan.",
    script: `plan 100 by 100

green = rect((15, 25), width: 70, height: 50, rx: 20)
ball  = probe(green, at: ((30, 40), (90, 20)))
wall  = field(green, cell: 1, reach: 20)
`,
  },
  {
    title: "Handing off",
    about:
      "emit keeps what is handed off, in which form and how: regions or outlines as they were written, several things in one file, all results when no name stands there; decimals, layout and types, the target's axis, origin and unit.",
    script: `plan 100 by 100

green = rect((15, 25), width: 70, height: 50, rx: 20) difference circle((50, 50), radius: 8)
track = polyline((10, 90), (50, 82), (90, 90))
emit green as c-array, layout flat, numbers float32, to "green.h"
emit green, track as geojson, axis up, decimals 2
emit as svg, to "plan.svg"
`,
  },
];
