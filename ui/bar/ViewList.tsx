import { Tabs } from "radix-ui";
import { memo } from "react";

const VIEWS = [
  ["marked", "as marked"],
  ["forged", "as forged"],
  ["finished", "as finished"],
  ["stages", "by stages"],
] as const;
export type BarView = (typeof VIEWS)[number][0];
/** The views that show the whole bar at once. */
export const WHOLE_VIEWS = ["marked", "forged", "finished"] as const satisfies readonly BarView[];
export type WholeView = (typeof WHOLE_VIEWS)[number];

/** The tabs of the bar's views; the thick ink says which is shown. */
export const ViewList = memo(function ViewList() {
  return (
    <Tabs.List
      aria-label="View of the bar"
      className="no-print flex w-fit flex-wrap border-[1.5px] border-ink"
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
  );
});
