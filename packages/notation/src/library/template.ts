import { type Pieces, PLACES, PLAIN_PIECES, problemIn } from "@vertexon/geometry";
import { ArgumentError, type FunctionSignature, type Parameter } from "./signature";

const ABOUT: Record<keyof Pieces, string> = {
  point: "one point",
  separator: "what stands between points",
  ring: "one ring or line",
  rings: "what stands between rings",
  outline: "one shape",
  outlines: "what stands between shapes",
  file: "the whole file",
};

const pieces = Object.keys(PLAIN_PIECES) as (keyof Pieces)[];

/** A form of hand-off of one's own. */
export const template: FunctionSignature = {
  name: "template",
  about:
    "A form of one's own for `emit … as template, with NAME`: short texts with places in braces. {newline}, {tab} and {quote} stand anywhere.",
  parameters: pieces.map((name): Parameter => {
    const { needed, others } = PLACES[name];
    const places = [...needed, ...others].map((place) => `{${place}}`).join(", ");
    return {
      name,
      type: "text",
      about: places ? `${ABOUT[name]}, with ${places}` : ABOUT[name],
      default: PLAIN_PIECES[name].replace(/^ | $/g, "␣") || "nothing",
    };
  }),
  returns: "template",
  example:
    'template(point: "[{x}; {y}]", separator: " ", ring: "ring {index}: {points}", outline: "{name}{newline}{rings}")',
  run(args) {
    const told = { ...PLAIN_PIECES };
    for (const name of pieces) {
      if (!args.has(name)) continue;
      told[name] = args.text(name).value;
      const problem = problemIn(name, told[name]);
      if (problem) throw new ArgumentError(name, problem);
    }
    return { type: "template", pieces: told };
  },
};
