import type { Station } from "../model/station";
import { combine } from "./combine/station";
import { define } from "./define/station";
import { field } from "./field/station";
import { flatten } from "./flatten/station";
import { handoff } from "./handoff/station";
import { probe } from "./probe/station";

/** What people do with outlines, in the order in which they do it. A further one is a folder and a row here. */
export const stations: readonly Station[] = [define, flatten, combine, probe, field, handoff];
