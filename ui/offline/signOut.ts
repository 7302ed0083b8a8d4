import { forgetKeptPages } from "./kept";

/** Says on this device that somebody signed out while there was no network. */
const PENDING = "bell-step.sign-out";

/** Ends the session on the server, and says whether it did. */
const endSession = async (): Promise<boolean> => {
  const response = await fetch("/api/auth/sign-out", {
    method: "POST",
    headers: { "content-type": "application/json" },
    body: "{}",
  }).catch(() => null);
  return response?.ok ?? false;
};

/**
 * Forgets the pages this device keeps of whoever leaves it, and ends their session; without a network
 * as soon as there is one.
 *
 * @returns whether the server knows
 */
export async function signOut(): Promise<boolean> {
  localStorage.setItem(PENDING, "1");
  const isEnded = await endSession();
  if (isEnded) localStorage.removeItem(PENDING);
  await forgetKeptPages();
  return isEnded;
}

/** Ends the session that should have ended while there was no network. */
export async function endPendingSession(): Promise<void> {
  if (localStorage.getItem(PENDING) === null || !(await endSession())) return;
  localStorage.removeItem(PENDING);
  await forgetKeptPages();
  // A whole new page: nothing of theirs stays in memory.
  window.location.assign("/sign-in?out=1");
}

/** Whoever signs in now isn't who was to be signed out. */
export const forgetPendingSignOut = (): void => localStorage.removeItem(PENDING);
