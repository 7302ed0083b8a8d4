/** The package has no types of its own. */
declare module "integrate-adaptive-simpson" {
  export default function integrate(
    of: (x: number) => number,
    ...within: [from: number, to: number, tolerance: number, depth: number]
  ): number;
}
