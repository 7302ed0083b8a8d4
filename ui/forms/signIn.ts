import { forgetKeptPages } from "../offline/kept";
import { forgetPendingSignOut } from "../offline/signOut";

/** Signs in on this device; null where the server can't be reached. */
export const signInByPassword = (given: {
  email: string;
  password: string;
}): Promise<Response | null> =>
  fetch("/api/auth/sign-in/email", {
    method: "POST",
    headers: { "content-type": "application/json" },
    body: JSON.stringify(given),
  }).catch(() => null);

/** Goes where somebody who has just signed in goes on. */
export async function enter(path: string): Promise<void> {
  // They may be another person's, whose sign-in ran out here.
  await forgetKeptPages();
  forgetPendingSignOut();
  window.location.assign(path);
}
