import { expose } from "comlink";
import { SheetService } from "./sheet-service";

// Beside what is answered: messages that no question asked for.
expose(new SheetService((progress) => postMessage({ progress })));
