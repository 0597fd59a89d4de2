export * from "./ast";
export { parseStatement, RADIANS } from "./parse";
export { type StatementText, splitStatements } from "./statements";
