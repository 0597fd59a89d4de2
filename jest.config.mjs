/** Kernel and notation are tested in plain Node; the interface is tested by Playwright (apps/web/e2e). */
const transform = { "\\.ts$": ["@swc/jest", { jsc: { parser: { syntax: "typescript" }, target: "es2022" } }] };
export default {
  projects: ["packages/geometry", "packages/notation", "apps/web"].map((folder) => ({
    displayName: folder,
    rootDir: import.meta.dirname,
    testMatch: [`<rootDir>/${folder}/test/**/*.test.ts`],
    transform,
    transformIgnorePatterns: ["/node_modules/(?!@vertexon)"],
    testEnvironment: "node",
  })),
};
