"use client";

import type { KeyOf } from "../kit/keys";
import { useKeys } from "../kit/useKeys";

/** What a reading begins with, whether a person or a caliper types it. */
const BEGINS_A_READING = /^[\d.,+]$/;

/** Where keys belong to what has the focus. */
const TYPED_INTO =
  "input:not([type=checkbox]), select, textarea, [role=dialog], [role=listbox], [data-reading]";

const isTypedInto = (target: EventTarget | null): boolean =>
  target instanceof Element && target.closest(TYPED_INTO) !== null;

/** What is typed next, this key too, goes to the reading that is lit. */
function goToReading(event: KeyboardEvent): boolean {
  const field = document.querySelector<HTMLElement>("[data-reading]");
  const held = event.ctrlKey || event.metaKey || event.altKey;
  if (!field || held || !BEGINS_A_READING.test(event.key)) return false;
  field.focus();
  return true;
}

/**
 * The bench's own keys, while nothing is typed. Digits go to the reading that is
 * lit wherever the hand was before, so that a caliper which types like a keyboard
 * needs no field to be clicked first.
 *
 * @returns the handler, for fields that hand on what they don't use
 */
export const useBenchKeys = (keys: Partial<Record<KeyOf<"bench">, () => void>>) =>
  useKeys("bench", keys, { belongsElsewhere: isTypedInto, first: goToReading });
