"use client";

import { useState } from "react";
import { forgetKeptPages } from "../offline/kept";
import { FormError } from "./Field";

/** Ends the session. What waits on this device stays there for the next sign-in. */
export function SignOutButton() {
  const [problem, setProblem] = useState<string | null>(null);
  async function signOut() {
    const response = await fetch("/api/auth/sign-out", {
      method: "POST",
      headers: { "content-type": "application/json" },
      body: "{}",
    }).catch(() => null);
    // A whole new page: nothing of this person stays in the browser's memory.
    if (response?.ok) {
      await forgetKeptPages();
      // eslint-disable-next-line @next/next/no-location-assign-relative-destination -- the reason above
      window.location.assign("/sign-in?out=1");
    } else setProblem("The server can't be reached. Try again in a moment.");
  }
  return (
    <>
      <FormError>{problem}</FormError>
      <button type="button" className="button" onClick={() => void signOut()}>
        Sign out
      </button>
    </>
  );
}
