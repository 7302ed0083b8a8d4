/**
 * How many generated cases to try where it is usually `usual`: a share of them while the tests
 * themselves are tried, thousands of times over (`npm run mutants`).
 */
export const generated = (usual: number): number =>
  Math.ceil(usual * Number(process.env.BELL_STEP_GENERATED_SHARE ?? 1));
