/** Folders of the core come one after another: none needs one that needs it. Tests may look anywhere. */
const { options } = require("./.dependency-cruiser.cjs");

module.exports = {
  forbidden: [
    {
      name: "no-knots-in-core",
      severity: "error",
      scope: "folder",
      from: { path: "^core/[^/]+$" },
      to: { circular: true },
    },
  ],
  options: { ...options, exclude: { path: "\\.test\\.ts$|^core/testing/" } },
};
