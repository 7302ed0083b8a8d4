"use client";

import { useEffect, useRef } from "react";

export type BenchKey = Pick<
  KeyboardEvent,
  "key" | "preventDefault" | "ctrlKey" | "metaKey" | "altKey"
>;

/** What a reading begins with, whether a person or a caliper types it. */
const BEGINS_A_READING = /^[\d.,+]$/;

/** Where keys belong to what has the focus. */
const TYPED_INTO =
  "input:not([type=checkbox]), select, textarea, [role=dialog], [role=listbox], [data-reading]";

/**
 * The bench's own keys, while nothing is typed. Digits go to the reading that is
 * lit wherever the hand was before, so that a caliper which types like a keyboard
 * needs no field to be clicked first.
 *
 * @param keys what each key does, by its name or lower-case letter
 * @returns the handler, for fields that hand on what they don't use
 */
export function useBenchKeys(keys: Readonly<Record<string, () => void>>) {
  function onKey(event: BenchKey) {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    const act = keys[event.key.length === 1 ? event.key.toLowerCase() : event.key];
    if (!act) return;
    event.preventDefault();
    act();
  }
  const handler = useRef(onKey);
  useEffect(() => {
    handler.current = onKey;
  });
  useEffect(() => {
    const listen = (event: KeyboardEvent) => {
      const target = event.target as HTMLElement;
      if (target.closest(TYPED_INTO)) return;
      const field = document.querySelector<HTMLElement>("[data-reading]");
      // What is typed next, this key too, goes to the field.
      if (field && BEGINS_A_READING.test(event.key)) return field.focus();
      handler.current(event);
    };
    window.addEventListener("keydown", listen);
    return () => window.removeEventListener("keydown", listen);
  }, []);
  return onKey;
}
