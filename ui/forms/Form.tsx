"use client";

import { useSyncExternalStore, type FormEvent, type ReactNode } from "react";

const never = () => () => undefined;

/** Whether the page has come alive in the browser. */
const useAlive = () =>
  useSyncExternalStore(
    never,
    () => true,
    () => false,
  );

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
  const alive = useAlive();
  return (
    <form method="post" onSubmit={(event) => void onSubmit(event)} noValidate>
      <fieldset disabled={!alive} className="contents">
        {children}
      </fieldset>
    </form>
  );
}
