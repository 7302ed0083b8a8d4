"use client";

import dynamic from "next/dynamic";
import { useEffect, useState } from "react";

/** Something the palette can go to besides the verbs: a piece, an exercise, a learner. */
export interface CommandTarget {
  href: string;
  label: string;
  /** What kind of thing it is, and other words it is found by. */
  kind: string;
}

export interface CommandsProps {
  places: readonly { href: string; label: string }[];
  targets: readonly CommandTarget[];
  staff: boolean;
}

const Palette = dynamic(() => import("./Palette").then(({ Palette: loaded }) => loaded), {
  ssr: false,
});
const Shortcuts = dynamic(() => import("./Shortcuts").then(({ Shortcuts: loaded }) => loaded), {
  ssr: false,
});

/** Whether a key press belongs to something being typed. */
const isTyping = (event: KeyboardEvent) =>
  event.target instanceof HTMLElement &&
  (event.target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(event.target.tagName));

/** Opens the palette on Ctrl-K (or its button) and the shortcut list on ?. Both load when first wanted. */
export function Commands({ places, targets, staff }: CommandsProps) {
  const [open, setOpen] = useState<"palette" | "shortcuts" | null>(null);
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === "k") {
        event.preventDefault();
        setOpen("palette");
      } else if (event.key === "?" && !isTyping(event)) {
        event.preventDefault();
        setOpen("shortcuts");
      }
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, []);
  const onOpenChange = (next: boolean) => setOpen(next ? open : null);
  return (
    <>
      <button
        type="button"
        onClick={() => setOpen("palette")}
        className="min-h-11 px-2 text-15 text-ink-2"
      >
        Find
      </button>
      {open === "palette" ? (
        <Palette open onOpenChange={onOpenChange} places={places} targets={targets} />
      ) : null}
      {open === "shortcuts" ? <Shortcuts open onOpenChange={onOpenChange} staff={staff} /> : null}
    </>
  );
}
