import { memo } from "react";
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

/** The panel of the station that is shown; rendered anew only when what it shows is another. */
export const StationPanel = memo(function StationPanel({ station, props, interval, onInterval }: Side) {
  switch (station) {
    case "define":
      return <DefineStation {...props} />;
    case "flatten":
      return <FlattenStation {...props} />;
    case "combine":
      return <CombineStation {...props} />;
    case "probe":
      return <ProbeStation {...props} />;
    case "field":
      return <FieldStation {...props} interval={interval} onInterval={onInterval} />;
    case "handoff":
      return <HandoffStation {...props} />;
  }
});
