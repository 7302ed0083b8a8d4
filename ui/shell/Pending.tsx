"use client";

import { useLinkStatus } from "next/link";

/** Says that the page behind the link it stands in is being fetched. */
export function Pending() {
  const { pending } = useLinkStatus();
  return pending ? (
    <span role="status" className="ml-2 text-13 font-normal text-ink-2">
      fetching …
    </span>
  ) : null;
}
