"use client";

import type { FormEvent, ReactNode } from "react";
import { useInBrowser } from "./useInBrowser";

/**
 * A form that waits until the page is alive: before that nothing could be typed that
 * wouldn't be lost, and a browser sending it by itself would put it in the address.
 */
export function Form({
  onSubmit,
  children,
}: {
  onSubmit: (event: FormEvent) => Promise<void>;
  children: ReactNode;
}) {
  const alive = useInBrowser(() => true);
  return (
    <form method="post" onSubmit={(event) => void onSubmit(event)} noValidate>
      <fieldset disabled={!alive} className="contents">
        {children}
      </fieldset>
    </form>
  );
}
