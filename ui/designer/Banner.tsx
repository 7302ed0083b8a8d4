import { memo } from "react";
import type { SaveState } from "./useDraft";

/** Where the draft stands, in a few words. */
export const SavedWords = memo(function SavedWords({ state }: { state: SaveState }) {
  switch (state.kind) {
    case "new":
      return <>kept with the first change</>;
    case "as-published":
      return <>as published</>;
    case "saving":
      return <>saving …</>;
    case "saved":
      return (
        <>
          draft, saved{" "}
          <time dateTime={state.at} suppressHydrationWarning>
            {new Date(state.at).toLocaleTimeString("en-GB", { hour: "2-digit", minute: "2-digit" })}
          </time>
        </>
      );
    case "on-device":
      return <>kept on this device, not on the server yet</>;
    case "conflict":
      return <>not saved</>;
  }
});

interface BannerProps {
  state: SaveState;
  onKeepAsOwn: () => void;
  onTakeTheirs: () => void;
}

/** What keeps the work from the server, and what can be done; neither side's work is lost. */
export function Banner({ state, onKeepAsOwn, onTakeTheirs }: BannerProps) {
  if (state.kind === "on-device")
    return (
      <p role="status" className="border-l-4 border-heavy bg-warning px-3 py-2 text-15">
        {state.message} Your work is kept on this device and sent again by itself.
      </p>
    );
  if (state.kind !== "conflict") return null;
  return (
    <div role="alert" className="border-l-4 border-light bg-warning px-3 py-2 text-15">
      <p>{state.message}</p>
      <p className="mt-1 flex flex-wrap gap-x-5">
        <button type="button" className="button" onClick={onKeepAsOwn}>
          Keep mine as an exercise of its own
        </button>
        <button type="button" className="link min-h-11" onClick={onTakeTheirs}>
          Let mine go and open theirs
        </button>
      </p>
    </div>
  );
}
