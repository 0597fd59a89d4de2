import type { DefinitionView } from "@/worker/sheet-view";
import { RangeSlider } from "./range-slider";

/** A number of the script that has a range. */
export function NumberSlider({ definition: { name, number, value } }: { definition: DefinitionView }) {
  const least = number?.least ?? 0;
  return (
    <RangeSlider
      name={name}
      value={value?.type === "number" ? value.value : least}
      least={least}
      greatest={number?.greatest ?? 1}
      spanIn={(current) => current.definitions.find((each) => each.name === name)?.number?.span ?? null}
    />
  );
}
