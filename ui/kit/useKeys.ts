import { useEffect, useRef } from "react";

/** What a key does in the designer, by how it is pressed. */
export type KeyMap = Record<string, () => void>;

/** "Ctrl+z", "Alt+ArrowLeft", "a": how a key is named in the map. */
function nameOf(event: KeyboardEvent): string {
  const held = [
    event.ctrlKey || event.metaKey ? "Ctrl" : "",
    event.altKey ? "Alt" : "",
    event.shiftKey && event.key.length > 1 ? "Shift" : "",
  ].filter(Boolean);
  return [...held, event.key.length === 1 ? event.key.toLowerCase() : event.key].join("+");
}

const takesLetters = (target: EventTarget | null) =>
  target instanceof HTMLElement &&
  (target.isContentEditable || /^(INPUT|SELECT|TEXTAREA)$/.test(target.tagName));
const takesArrows = (target: EventTarget | null) =>
  target instanceof HTMLElement && target.closest("[role=tab],[role=dialog]") !== null;

/** Keys that work wherever nothing is being typed; with Ctrl held also while it is. */
export function useKeys(keys: KeyMap): void {
  const latest = useRef(keys);
  useEffect(() => {
    latest.current = keys;
  });
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      if (event.defaultPrevented || takesArrows(event.target)) return;
      const name = nameOf(event);
      const work = latest.current[name];
      if (!work || takesLetters(event.target)) return;
      event.preventDefault();
      work();
    };
    window.addEventListener("keydown", press);
    return () => window.removeEventListener("keydown", press);
  }, []);
}
