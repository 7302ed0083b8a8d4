"use client";

import { Tabs } from "radix-ui";
import type { ReactNode } from "react";

const VIEWS = [
  ["marked", "as marked"],
  ["forged", "as forged"],
  ["finished", "as finished"],
] as const;

/** The views of the bar, one at a time; the thick ink says which. */
export function BarViews(views: Record<(typeof VIEWS)[number][0], ReactNode>) {
  return (
    <Tabs.Root defaultValue="forged">
      <Tabs.List
        aria-label="View of the bar"
        className="no-print mb-3 flex w-fit border-[1.5px] border-ink"
      >
        {VIEWS.map(([view, label]) => (
          <Tabs.Trigger
            key={view}
            value={view}
            className="min-h-11 px-4 text-15 font-semibold data-[state=active]:bg-ink data-[state=active]:text-sheet"
          >
            {label}
          </Tabs.Trigger>
        ))}
      </Tabs.List>
      {VIEWS.map(([view]) => (
        <Tabs.Content key={view} value={view} className="border border-rule bg-sheet p-3">
          {views[view]}
        </Tabs.Content>
      ))}
    </Tabs.Root>
  );
}
