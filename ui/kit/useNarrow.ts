import { useSyncExternalStore } from "react";

/** Narrower than a small tablet; as the style sheet's `sm`. */
const NARROW = "(max-width: 639px)";

const subscribe = (changed: () => void) => {
  const query = window.matchMedia(NARROW);
  query.addEventListener("change", changed);
  return () => query.removeEventListener("change", changed);
};

/** Whether the screen is a phone's; not while the server renders. */
export const useNarrow = (): boolean =>
  useSyncExternalStore(
    subscribe,
    () => window.matchMedia(NARROW).matches,
    () => false,
  );
