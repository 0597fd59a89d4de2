import fc from "fast-check";

// The same cases every time, so that a run can be trusted to mean the change; SEED=… npx jest looks at others.
fc.configureGlobal({ seed: Number(process.env.SEED ?? 20261125) });
