"use client";

import { useState } from "react";
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
    if (response?.ok) window.location.assign("/sign-in?out=1");
    else setProblem("The server can't be reached. Try again in a moment.");
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
