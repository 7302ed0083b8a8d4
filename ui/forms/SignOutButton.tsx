"use client";

import { useState } from "react";
import { forgetSent } from "../bench/outbox";
import { signOut } from "../offline/signOut";
import { FormError } from "./Field";

/** Ends the session. What waits on this device stays there for the next sign-in. */
export function SignOutButton() {
  const [problem, setProblem] = useState<string | null>(null);
  async function leave() {
    // A whole new page: nothing of this person stays in the browser's memory.
    const isEnded = await signOut();
    await forgetSent();
    if (isEnded) window.location.assign("/sign-in?out=1");
    else
      setProblem(
        "There is no network. This device has forgotten your pages, and signs you out as soon as there is one.",
      );
  }
  return (
    <>
      <FormError>{problem}</FormError>
      <button type="button" className="button" onClick={() => void leave()}>
        Sign out
      </button>
    </>
  );
}
