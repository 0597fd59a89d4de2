import { expose } from "comlink";
import { LongService } from "./long-service";

// Beside what is answered: messages with what is known so far.
expose(new LongService((soFar) => postMessage({ soFar })));
