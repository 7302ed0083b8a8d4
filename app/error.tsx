"use client";

import { Notice } from "@/ui/kit/Notice";

export default function RootError({ reset }: { reset: () => void }) {
  return (
    <Notice title="Bell Step can't answer just now">
      <p>The server may be stopped, or the database. Nothing you saved is lost.</p>
      <button type="button" className="button button-main" onClick={reset}>
        Try again
      </button>
    </Notice>
  );
}
