export { parser } from "./parser.gen";
