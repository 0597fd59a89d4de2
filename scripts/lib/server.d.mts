import type { ChildProcess } from "node:child_process";

export function serve(options: { port: number; data?: string; show?: boolean }): Promise<ChildProcess>;
export function freePort(): Promise<number>;
