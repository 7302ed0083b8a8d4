import next from "eslint-config-next/core-web-vitals";
import prettier from "eslint-config-prettier/flat";
import tseslint from "typescript-eslint";

/** The rules of the interface cost a pass of its compiler for each file: only where there is one. */
const interfaceRules = next.map((part) =>
  part.rules ? { ...part, files: ["app/**/*.{ts,tsx}", "ui/**/*.{ts,tsx}"] } : part,
);

const config = tseslint.config(
  { ignores: ["node_modules/", ".next/", ".next-test/", ".next-dev/", ".local/", "next-env.d.ts"] },
  ...interfaceRules,
  {
    files: ["**/*.ts", "**/*.tsx"],
    extends: [...tseslint.configs.recommendedTypeChecked],
    languageOptions: {
      parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname },
    },
    rules: {
      "@typescript-eslint/consistent-type-imports": "error",
      "@typescript-eslint/no-unused-vars": [
        "error",
        { argsIgnorePattern: "^_", varsIgnorePattern: "^_" },
      ],
      "@typescript-eslint/switch-exhaustiveness-check": [
        "error",
        { considerDefaultExhaustiveForUnions: true },
      ],
      "max-params": ["error", 4],
      complexity: ["error", 16],
      "max-lines-per-function": ["error", { max: 150, skipBlankLines: true, skipComments: true }],
      "no-restricted-syntax": [
        "error",
        {
          selector: 'ImportDeclaration[source.value="zod"] > ImportSpecifier',
          message:
            'Write `import * as z from "zod"`: every bundler can leave out what is not used of it.',
        },
      ],
    },
  },
  {
    files: ["core/**/*.ts"],
    ignores: ["**/*.test.ts", "core/testing/**"],
    rules: {
      "no-restricted-globals": ["error", "Date", "process", "window", "document", "fetch"],
      "no-restricted-properties": [
        "error",
        { object: "Math", property: "random", message: "The core's randomness is seeded." },
      ],
    },
  },
  {
    // Matchers of the test runner are typed any, and a table of cases is wider than a call.
    files: ["**/*.test.ts", "**/*.spec.ts"],
    rules: {
      "max-params": "off",
      "max-lines-per-function": "off",
      "@typescript-eslint/no-unsafe-argument": "off",
      "@typescript-eslint/no-unsafe-assignment": "off",
      "@typescript-eslint/unbound-method": "off",
    },
  },
  prettier,
);

export default config;
