"use client";

import { Tabs } from "radix-ui";
import type { ReactNode } from "react";

/** The views of the bar, one at a time; the thick ink says which. */
export function BarViews({ marked, forged }: { marked: ReactNode; forged: ReactNode }) {
  return (
    <Tabs.Root defaultValue="forged">
      <Tabs.List
        aria-label="View of the bar"
        className="no-print mb-3 flex w-fit border-[1.5px] border-ink"
      >
        <View value="marked">as marked</View>
        <View value="forged">as forged</View>
      </Tabs.List>
      <Tabs.Content value="marked" className="border border-rule bg-sheet p-3">
        {marked}
      </Tabs.Content>
      <Tabs.Content value="forged" className="border border-rule bg-sheet p-3">
        {forged}
      </Tabs.Content>
    </Tabs.Root>
  );
}

function View({ value, children }: { value: string; children: ReactNode }) {
  return (
    <Tabs.Trigger
      value={value}
      className="min-h-11 px-4 text-15 font-semibold data-[state=active]:bg-ink data-[state=active]:text-sheet"
    >
      {children}
    </Tabs.Trigger>
  );
}
