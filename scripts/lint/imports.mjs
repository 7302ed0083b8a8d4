const WHOLE =
  'Write `import * as z from "zod"`: every bundler can leave out what is not used of it.';

/** Rules of this project's own, for the linter. */
const plugin = {
  meta: { name: "imports" },
  rules: {
    "whole-zod": {
      create: (context) => ({
        ImportSpecifier(node) {
          if (node.parent.source.value === "zod") context.report({ node, message: WHOLE });
        },
      }),
    },
  },
};

export default plugin;
