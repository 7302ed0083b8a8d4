"use client";

import { useEffect, useLayoutEffect, type ReactNode } from "react";

type Field = HTMLInputElement | HTMLTextAreaElement | HTMLSelectElement;

interface Early {
  /** The last tap on a button, from pressing it to letting go. */
  tap: Event[];
  /** Keys pressed while no field, button or link had the focus. */
  readonly keys: KeyboardEvent[];
  /** What was typed or chosen, or whether it was ticked. */
  readonly fields: Map<Field, string | boolean>;
  readonly stop: () => void;
}

declare global {
  interface Window {
    early?: Early;
  }
}

/** Runs before anything of the application is loaded, so it is plain text and loads nothing. */
const KEEP = `{
  const stopping = new AbortController();
  const early = { tap: [], keys: [], fields: new Map(), stop: () => stopping.abort() };
  const listen = (type, take) =>
    addEventListener(type, take, { capture: true, signal: stopping.signal });
  for (const type of ["pointerdown", "mousedown", "pointerup", "mouseup", "click"])
    listen(type, (event) => {
      const button = event.target.closest("button");
      if (!button || (button.form && button.type === "submit")) return;
      if (type === "pointerdown") early.tap.length = 0;
      early.tap.push(event);
    });
  listen("keydown", (event) => {
    if (event.target === document.body) early.keys.push(event);
  });
  for (const type of ["input", "change"])
    listen(type, ({ target }) =>
      early.fields.set(target, /checkbox|radio/.test(target.type) ? target.checked : target.value));
  window.early = early;
}`;

/** Does again what was done to a field, as news to the page: what stands in it is taken back first. */
function fillAgain(field: Field, filled: string | boolean) {
  if (typeof filled === "boolean") {
    const box = field as HTMLInputElement;
    box.checked = box.defaultChecked;
    if (filled !== box.defaultChecked) box.click();
    return;
  }
  if (field.type !== "file") {
    const value = Object.getOwnPropertyDescriptor(Object.getPrototypeOf(field), "value")!;
    // The page watches the field itself, not its kind.
    field.value = `${filled} `;
    value.set!.call(field, filled);
  }
  // One event only: after the first the page puts its old state back for a moment, and a slider,
  // rounding it to its own steps, would give that out as newly chosen.
  const chosen = field instanceof HTMLSelectElement || field.type === "file";
  field.dispatchEvent(new Event(chosen ? "change" : "input", { bubbles: true }));
}

/**
 * A page is seen before it is hydrated, on a slow phone by seconds. What is tapped, typed and
 * pressed until then is kept, and done as soon as it can be.
 */
export function ReplayEarlyInput({ nonce, children }: { nonce: string; children: ReactNode }) {
  // What is still under way as the page comes alive takes its own course from here on.
  useLayoutEffect(() => {
    const { early } = window;
    if (!early) return;
    early.stop();
    early.tap = early.tap.filter(({ eventPhase }) => eventPhase === Event.NONE);
  }, []);
  // By now the page has put what it kept itself into its fields: what was typed here is newer.
  useEffect(() => {
    const { early } = window;
    if (!early) return;
    delete window.early;
    for (const [field, filled] of early.fields) fillAgain(field, filled);
    for (const event of [...early.tap, ...early.keys]) {
      const again = event.constructor as typeof Event;
      event.target!.dispatchEvent(new again(event.type, event));
    }
  }, []);
  return (
    <>
      <script nonce={nonce} dangerouslySetInnerHTML={{ __html: KEEP }} />
      {children}
    </>
  );
}
