import { type ComponentType, memo } from "react";
import { CombineStation } from "./combine/combine";
import type { StationProps } from "./context";
import { DefineStation } from "./define/define";
import { FieldStation } from "./field";
import { FlattenStation } from "./flatten/flatten";
import { HandoffStation } from "./handoff";
import { ProbeStation } from "./probe";
import type { Station } from "./station";

export interface Side {
  station: Station;
  props: StationProps;
  interval: number;
  onInterval(interval: number | null): void;
}

const PANELS: Record<Station, ComponentType<StationProps & Pick<Side, "interval" | "onInterval">>> = {
  define: DefineStation,
  flatten: FlattenStation,
  combine: CombineStation,
  probe: ProbeStation,
  field: FieldStation,
  handoff: HandoffStation,
};

/** The panel of the station that is shown; rendered anew only when what it shows is another. */
export const StationPanel = memo(function StationPanel({ station, props, interval, onInterval }: Side) {
  if (props.computing && !props.shape)
    return <p className="panel-empty">The script is being computed. Its shapes are shown when that is done.</p>;
  const Shown = PANELS[station];
  return <Shown {...props} interval={interval} onInterval={onInterval} />;
});
