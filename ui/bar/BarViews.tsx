"use client";

import { Tabs } from "radix-ui";
import type { ReactNode } from "react";
import { BAR_VIEWS, ViewList, type BarView } from "./ViewList";

/** The views of the bar, one at a time. */
export function BarViews(views: Record<BarView, ReactNode>) {
  return (
    <Tabs.Root defaultValue="forged">
      <div className="mb-3">
        <ViewList />
      </div>
      {BAR_VIEWS.map((view) => (
        <Tabs.Content key={view} value={view} className="border border-rule bg-sheet p-3">
          {views[view]}
        </Tabs.Content>
      ))}
    </Tabs.Root>
  );
}
