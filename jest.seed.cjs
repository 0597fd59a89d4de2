const fc = require("fast-check");

// The same cases every time, so that a run can be trusted to mean the change; SEED=… npx jest looks at others. Required,
// not imported: tests are CommonJS once they are compiled, and this is about their fast-check.
fc.configureGlobal({ seed: Number(process.env.SEED ?? 20261125) });
