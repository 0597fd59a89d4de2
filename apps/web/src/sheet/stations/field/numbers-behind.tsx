import { type WrittenNumber, writtenNumbers } from "@vertexon/notation";
import { useMemo } from "react";
import { roundUp } from "@/format/round-up";
import type { DefinitionView } from "@/worker/sheet-view";
import { useAnswers } from "../../model/answers";
import { NumberSlider } from "../parts/number-slider";
import { RangeSlider } from "../parts/range-slider";

/** The numbers that a composed distance follows from, as sliders: those with a range, and radii of blends as they are written. */
export function NumbersBehind({ name }: { name: string }) {
  const { view, script } = useAnswers();
  const behind = useMemo(() => namesBehind(view.definitions, name), [view.definitions, name]);
  const radii = useMemo(() => radiiIn(script).filter(({ within }) => behind.has(within)), [script, behind]);
  const ranges = view.definitions.filter(
    (each) => behind.has(each.name) && each.number?.least != null && each.number.greatest != null,
  );
  const side = Math.min(view.plan.width, view.plan.height);
  return (
    <>
      {ranges.map((definition) => (
        <NumberSlider key={definition.name} definition={definition} />
      ))}
      {radii.map(({ within, place, value, isAlone }) => {
        const greatest = roundUp(Math.max(value, side / 4)).rounded;
        const number = isAlone ? "" : ` ${place + 1}`;
        return (
          <RangeSlider
            key={`${within} ${place}`}
            name={within === name ? `radius${number}` : `${within} radius${number}`}
            value={value}
            // A step as round as that of the slider.
            least={10 ** Math.floor(Math.log10(greatest / 40))}
            greatest={greatest}
            typed={{ least: 1e-6, greatest: 1e9 }}
            spanIn={(_, now) =>
              radiiIn(now).find((each) => each.within === within && each.place === place)?.span ?? null
            }
          />
        );
      })}
    </>
  );
}

/** A definition, and all that it depends on. */
function namesBehind(definitions: readonly DefinitionView[], name: string): Set<string> {
  const known = new Map(definitions.map((definition) => [definition.name, definition]));
  const behind = new Set([name]);
  for (const each of behind) for (const other of known.get(each)?.dependsOn ?? []) behind.add(other);
  return behind;
}

interface Radius extends WrittenNumber {
  /** Among those of its definition. */
  place: number;
  isAlone: boolean;
}

function radiiIn(script: string): Radius[] {
  const all = writtenNumbers(script).filter(({ use, value }) => use === "blend radius" && value > 0);
  return all.map((number) => {
    const beside = all.filter(({ within }) => within === number.within);
    return { ...number, place: beside.indexOf(number), isAlone: beside.length === 1 };
  });
}
