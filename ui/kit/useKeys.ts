"use client";

import { useEffect, useRef } from "react";
import type { KeyOf, KeyScopeName } from "./keys";

/** What a key press is known by, from the page or from React. */
export type KeyPress = Pick<
  KeyboardEvent,
  "key" | "preventDefault" | "ctrlKey" | "metaKey" | "altKey" | "shiftKey"
>;

/** "Ctrl+z", "Alt+ArrowLeft", "a": how a key press is named. */
export function nameOfKey({ key, ctrlKey, metaKey, altKey, shiftKey }: KeyPress): string {
  const held = [
    ctrlKey || metaKey ? "Ctrl" : "",
    altKey ? "Alt" : "",
    shiftKey && key.length > 1 ? "Shift" : "",
  ].filter(Boolean);
  return [...held, key.length === 1 ? key.toLowerCase() : key].join("+");
}

/** A box that is ticked takes nothing typed. */
const isTicked = (target: HTMLElement): boolean =>
  target instanceof HTMLInputElement && /^(checkbox|radio)$/.test(target.type);

/** Whether a press belongs to something being typed. */
const isTyping = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement &&
  !isTicked(target) &&
  (target.isContentEditable || /^(INPUT|SELECT|TEXTAREA)$/.test(target.tagName));

const isWithin = (target: EventTarget | null, selector: string): boolean =>
  target instanceof HTMLElement && target.closest(selector) !== null;

/** What goes through tabs, and ticks a box. */
const OWN_KEYS = /^(Arrow\w+|Home|End|Enter| )$/;

/** Whether a press belongs to the dialog, the tab or the box it is made on. */
const hasOwnKeys = ({ target, key }: KeyboardEvent): boolean =>
  isWithin(target, "[role=dialog]") || (isWithin(target, "[role=tab],input") && OWN_KEYS.test(key));

/** Keys with Ctrl mean the same while something is typed and while a dialog is open. */
const worksAnywhere = (name: string): boolean => name === "Ctrl+k";

export interface KeyOptions {
  /** Where the keys belong to what has the focus, instead of the usual: fields, tabs and dialogs. */
  belongsElsewhere?: (target: EventTarget | null) => boolean;
  /** Sees a press first, before its key; true where it is done with it. */
  first?: (event: KeyboardEvent) => boolean;
}

/**
 * Keys that work on the page while nothing is typed: the one listener there is.
 *
 * @param _scope where they work; its rows of the key list say which there are
 * @param handlers what each does now; a key without one does nothing
 * @returns the handler, for fields that hand on what they don't use
 */
export function useKeys<Scope extends KeyScopeName>(
  _scope: Scope,
  handlers: Partial<Record<KeyOf<Scope>, () => void>>,
  { belongsElsewhere, first }: KeyOptions = {},
) {
  const press = (event: KeyPress): void => {
    const work = (handlers as Record<string, (() => void) | undefined>)[nameOfKey(event)];
    if (!work) return;
    event.preventDefault();
    work();
  };
  const latest = useRef({ press, belongsElsewhere, first });
  useEffect(() => {
    latest.current = { press, belongsElsewhere, first };
  });
  useEffect(() => {
    const listen = (event: KeyboardEvent) => {
      if (event.defaultPrevented) return;
      const now = latest.current;
      const elsewhere = now.belongsElsewhere
        ? now.belongsElsewhere(event.target)
        : isTyping(event.target) || hasOwnKeys(event);
      if (elsewhere && !worksAnywhere(nameOfKey(event))) return;
      if (now.first?.(event)) return;
      now.press(event);
    };
    window.addEventListener("keydown", listen);
    return () => window.removeEventListener("keydown", listen);
  }, []);
  return press;
}
