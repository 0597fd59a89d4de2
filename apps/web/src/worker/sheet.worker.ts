import { expose } from "comlink";
import { SheetService } from "./sheet-service";

expose(new SheetService());
