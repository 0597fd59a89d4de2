export * from "./ast";
export { parseStatement, RADIANS } from "./parse";
export { partsOf } from "./parts";
export { type StatementText, splitStatements } from "./statements";
