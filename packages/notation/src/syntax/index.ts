export * from "./ast";
export { parseStatement } from "./parse";
export { type StatementText, splitStatements } from "./statements";
