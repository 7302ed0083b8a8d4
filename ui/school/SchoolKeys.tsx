"use client";

import { useKeys } from "../kit/useKeys";

/** What a key does here is a button or a field of the page. */
const press = (key: string) => () => {
  const target = document.querySelector<HTMLElement>(`[data-key="${key}"]`);
  if (target instanceof HTMLSelectElement) target.focus();
  else target?.click();
};

function go(step: 1 | -1): void {
  const rows = [...document.querySelectorAll<HTMLElement>("[data-person-row]")];
  const chosen = rows.findIndex((row) => row.getAttribute("aria-current") === "true");
  const next = rows[chosen === -1 && step === -1 ? rows.length - 1 : chosen + step];
  next?.click();
  next?.scrollIntoView({ block: "nearest" });
}

/** The keys of the school's page. */
export function SchoolKeys() {
  useKeys("school", {
    ArrowDown: () => go(1),
    ArrowUp: () => go(-1),
    a: press("a"),
    m: press("m"),
    n: press("n"),
    t: press("t"),
  });
  return null;
}
