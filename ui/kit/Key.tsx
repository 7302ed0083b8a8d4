import type { ReactNode } from "react";

/** A key that works now, and what it does. */
export function Key({ of, children }: { of: string; children: ReactNode }) {
  return (
    <span className="inline-flex items-center gap-1.5 whitespace-nowrap text-13 text-ink-2">
      <kbd className="rounded-[3px] border border-rule-strong bg-sheet px-2 py-0.5 font-plain text-13 font-semibold text-ink">
        {of}
      </kbd>
      {children}
    </span>
  );
}
