/** Imports go one way: core ← data ← app, core ← ui ← app, core ← print ← app, core ← vision. */
const only = (from, allowed, comment) => ({
  name: `${from}-imports`,
  comment,
  severity: "error",
  from: { path: `^${from}/`, pathNot: "(\\.test\\.tsx?$|^core/testing/)" },
  to: { pathNot: allowed },
});

module.exports = {
  forbidden: [
    only(
      "core",
      ["^core/", "^node_modules/(zod|fraction\\.js|highs|jsonc-parser|ml-matrix|@stdlib)/"],
      "The core knows itself, its schema language and a few mathematics and parsing packages: no interface, database, clock or platform.",
    ),
    only("data", ["^(core|data)/", "^node_modules/", "^[a-z:]+$"], "The data knows the core."),
    only(
      "ui",
      ["^(core|ui)/", "^vision/(messages|measure)\\.ts$", "^node_modules/", "^[a-z:]+$"],
      "The interface knows the core, not the data; of pictures only what the worker says.",
    ),
    only("vision", ["^(core|vision)/", "^node_modules/", "^[a-z:]+$"], "Seeing knows the core."),
    only(
      "print",
      ["^(core|print|ui/words)/", "^node_modules/", "^[a-z:]+$"],
      "Printing knows the core, and says things in the interface's words.",
    ),
    {
      name: "nobody-imports-app",
      severity: "error",
      from: { pathNot: "^app/" },
      to: { path: "^app/" },
    },
    {
      name: "no-circles",
      severity: "error",
      from: {},
      to: { circular: true },
    },
    { name: "resolvable", severity: "error", from: {}, to: { couldNotResolve: true } },
  ],
  options: {
    doNotFollow: { path: "node_modules" },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: "tsconfig.json" },
    enhancedResolveOptions: {
      exportsFields: ["exports"],
      conditionNames: ["import", "require", "node", "default", "types"],
      mainFields: ["module", "main", "types"],
    },
  },
};
