import { useCallback, useMemo, useSyncExternalStore } from "react";

const CHANGED = "bell-step.kept";

const subscribe = (changed: () => void) => {
  window.addEventListener("storage", changed);
  window.addEventListener(CHANGED, changed);
  return () => {
    window.removeEventListener("storage", changed);
    window.removeEventListener(CHANGED, changed);
  };
};

function read(key: string): string | null {
  try {
    return localStorage.getItem(key);
  } catch {
    return null;
  }
}

/**
 * Something kept on this device under a key, checked when it is read: what
 * doesn't fit is nothing. Nothing, too, while the server renders.
 */
export function useKept<Value>(
  key: string,
  schema: { parse: (given: unknown) => Value },
): [value: Value | null, keep: (value: Value | null) => void] {
  const text = useSyncExternalStore(
    subscribe,
    () => read(key),
    () => null,
  );
  const value = useMemo(() => {
    try {
      return text === null ? null : schema.parse(JSON.parse(text));
    } catch {
      return null;
    }
  }, [text, schema]);
  const keep = useCallback(
    (next: Value | null) => {
      try {
        if (next === null) localStorage.removeItem(key);
        else localStorage.setItem(key, JSON.stringify(next));
      } catch {
        // A device that keeps nothing (private window, full) still works.
      }
      window.dispatchEvent(new Event(CHANGED));
    },
    [key],
  );
  return [value, keep];
}
