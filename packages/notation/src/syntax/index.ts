export * from "./ast";
export { argumentOf, type Call, within, writtenCall } from "./calls";
export { parseStatement, RADIANS } from "./parse";
export { partsOf } from "./parts";
export { type StatementText, splitStatements } from "./statements";
