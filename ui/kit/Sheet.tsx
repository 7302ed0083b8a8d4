"use client";

import { Dialog } from "radix-ui";
import type { ReactNode } from "react";

/**
 * A dialog of ours: square, flat, one thick ink line on top. Escape and a tap outside close it.
 * The cover keeps the page behind from being touched; the primitive's own way would make the
 * browser work out the style of everything on the page again, which a key at the bench can feel.
 */
export function SheetDialog({
  title,
  open,
  onOpenChange,
  children,
}: {
  title: string;
  open: boolean;
  onOpenChange: (open: boolean) => void;
  children: ReactNode;
}) {
  return (
    <Dialog.Root open={open} onOpenChange={onOpenChange} modal={false}>
      <Dialog.Portal>
        <div className="fixed inset-0 z-40 overflow-hidden overscroll-contain bg-ink/40" />
        <Dialog.Content
          aria-modal="true"
          aria-describedby={undefined}
          // A reading that comes by cable lights the next station; what is written here stays.
          onFocusOutside={(event) => event.preventDefault()}
          className="fixed left-1/2 top-[8vh] z-50 max-h-[84vh] w-[min(560px,94vw)] -translate-x-1/2 overflow-auto border-t-[5px] border-ink bg-sheet p-6"
        >
          <div className="mb-4 flex items-baseline justify-between gap-4">
            <Dialog.Title className="font-slab text-27 font-semibold">{title}</Dialog.Title>
            <Dialog.Close className="link min-h-11 px-2 text-15 text-ink-2">Close</Dialog.Close>
          </div>
          {children}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
