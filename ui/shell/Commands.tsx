"use client";

import dynamic from "next/dynamic";
import { useState } from "react";
import { useKeys } from "../kit/useKeys";
import type { CommandsProps } from "./places";

const Palette = dynamic(() => import("./Palette").then(({ Palette: loaded }) => loaded), {
  ssr: false,
});
const Shortcuts = dynamic(() => import("./Shortcuts").then(({ Shortcuts: loaded }) => loaded), {
  ssr: false,
});

/** Opens the palette on Ctrl-K (or its button) and the shortcut list on ?. Both load when first wanted. */
export function Commands({ places, targets, staff }: CommandsProps) {
  const [open, setOpen] = useState<"palette" | "shortcuts" | null>(null);
  useKeys("everywhere", {
    "Ctrl+k": () => setOpen("palette"),
    "?": () => setOpen("shortcuts"),
  });
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
