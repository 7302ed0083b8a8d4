import type { Vision } from "./library";

/** The library while it compiles itself. It calls itself a promise, which never comes to an end. */
export type Loading = Partial<Vision> & {
  then?: unknown;
  onRuntimeInitialized?: () => void;
};

/** The library once it is ready. */
export function whenReady(loading: Loading): Promise<Vision> {
  delete loading.then;
  if (loading.Mat) return Promise.resolve(loading as Vision);
  return new Promise((resolve) => {
    loading.onRuntimeInitialized = () => {
      delete loading.then;
      resolve(loading as Vision);
    };
  });
}
