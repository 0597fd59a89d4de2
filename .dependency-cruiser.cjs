// The one-way rule: web -> notation -> geometry. Nothing points back up, and the kernel stands alone.
/** Folders that stand on each other: none uses one that comes after it. */
const floors = (folder, names) =>
  names.slice(0, -1).map((name, i) => ({
    name: `${name}-stands-below`,
    comment: `In ${folder}, ${name} uses nothing of ${names.slice(i + 1).join(", ")}.`,
    severity: "error",
    from: { path: `^${folder}/${name}/` },
    to: { path: `^${folder}/(${names.slice(i + 1).join("|")})/` },
  }));

module.exports = {
  forbidden: [
    {
      name: "kernel-stands-alone",
      comment: "packages/geometry depends on nothing but itself.",
      severity: "error",
      from: { path: "^packages/geometry/src" },
      to: { pathNot: "^packages/geometry/src" },
    },
    {
      name: "notation-uses-only-geometry",
      comment: "packages/notation may use the kernel's front door, Lezer, and the parsers of XML and CSV.",
      severity: "error",
      from: { path: "^packages/notation/src" },
      to: {
        pathNot:
          "^(packages/notation/src|packages/geometry/src/index\\.ts$|node_modules/(@lezer|fast-xml-parser|papaparse)/)",
      },
    },
    {
      name: "front-door-only",
      comment: "Applications reach a package through its index.",
      severity: "error",
      from: { path: "^apps/" },
      to: { path: "^packages/[^/]+/src/(?!index\\.ts$)" },
    },
    ...floors("packages/geometry/src/arrangement", ["grid", "snapping", "topology", "output"]),
    ...floors("packages/notation/src", ["syntax", "values", "library", "sheet", "edits"]),
    ...floors("apps/web/src/sheet", ["model", "(plan|script|stations|import)", "desk"]),
    {
      name: "side-by-side",
      comment: "Plan, script, stations and import share the model, and know nothing of each other.",
      severity: "error",
      from: { path: "^apps/web/src/sheet/(plan|script|stations|import)/" },
      to: { path: "^apps/web/src/sheet/(plan|script|stations|import)/", pathNot: "^apps/web/src/sheet/$1/" },
    },
    { name: "no-cycles", severity: "error", from: {}, to: { circular: true } },
    { name: "no-unresolved", severity: "error", from: {}, to: { couldNotResolve: true } },
  ],
  options: {
    doNotFollow: { path: "node_modules" },
    exclude: { path: "(\\.next|types-out|/test/|/e2e/|\\.css$)" },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: "tsconfig.layers.json" },
    enhancedResolveOptions: { exportsFields: ["exports"], conditionNames: ["import", "require", "default"] },
  },
};
