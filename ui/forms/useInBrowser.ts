import { useSyncExternalStore } from "react";

const never = () => () => undefined;

/** Something only the browser knows; false until the page is alive in it. */
export const useInBrowser = (look: () => boolean): boolean =>
  useSyncExternalStore(never, look, () => false);
