/** Kernel and notation are tested in plain Node; the interface is tested by Playwright (apps/web/e2e). */
const transform = { "\\.m?[jt]s$": ["@swc/jest", { jsc: { parser: { syntax: "typescript" }, target: "es2022" } }] };
export default {
  projects: ["packages/geometry", "packages/notation", "apps/web"].map((folder) => ({
    displayName: folder,
    rootDir: import.meta.dirname,
    testMatch: [`<rootDir>/${folder}/test/**/*.test.ts`],
    transform,
    setupFiles: ["<rootDir>/jest.seed.cjs"],
    transformIgnorePatterns: ["/node_modules/(?!@vertexon)"],
    moduleNameMapper: { "^@/(.*)$": "<rootDir>/apps/web/src/$1" },
    // Looking them up in the global object of a test's own context takes as long as what they compute.
    sandboxInjectedGlobals: ["Math", "Int32Array", "Float64Array", "Uint8Array"],
    testEnvironment: "node",
  })),
};
