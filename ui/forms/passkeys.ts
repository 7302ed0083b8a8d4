import { personOfPage } from "../command";

type Outcome = "done" | "cancelled" | "refused" | "sign-in-again" | "unreachable";

const BASE = "/api/auth/passkey";

async function ask(path: string, body?: unknown): Promise<Response> {
  const person = personOfPage();
  return fetch(`${BASE}/${path}`, {
    method: body === undefined ? "GET" : "POST",
    headers: {
      ...(body === undefined ? {} : { "content-type": "application/json" }),
      ...(person === undefined ? {} : { "sent-by": person }),
    },
    ...(body === undefined ? {} : { body: JSON.stringify(body) }),
  });
}

/** Whether this browser, at this address, can have passkeys: they belong to the name of a host. */
export const canHavePasskeys = (): boolean =>
  "PublicKeyCredential" in window && !/^[\d.]+$|^\[/.test(window.location.hostname);

/** Asks the browser for something the server wants, and gives it back. */
async function perform(
  { options, verify }: { options: string; verify: string },
  answer: (optionsJSON: never) => Promise<object>,
): Promise<Outcome> {
  try {
    const asked = await ask(options);
    // The library wants a young session before it takes a new key.
    if (asked.status === 403) return "sign-in-again";
    if (!asked.ok) return "refused";
    const response = await answer((await asked.json()) as never).catch(() => null);
    if (response === null) return "cancelled";
    const verified = await ask(verify, { response });
    if (verified.ok) return "done";
    return verify === "verify-registration" && verified.status === 401
      ? "sign-in-again"
      : "refused";
  } catch {
    return "unreachable";
  }
}

/** Makes a passkey for whoever is signed in. */
export async function makePasskey(): Promise<Outcome> {
  const { startRegistration } = await import("@simplewebauthn/browser");
  return perform(
    { options: "generate-register-options", verify: "verify-registration" },
    (optionsJSON) => startRegistration({ optionsJSON }),
  );
}

/** Signs in with a passkey of this device. */
export async function signInByPasskey(): Promise<Outcome> {
  const { startAuthentication } = await import("@simplewebauthn/browser");
  return perform(
    { options: "generate-authenticate-options", verify: "verify-authentication" },
    (optionsJSON) => startAuthentication({ optionsJSON }),
  );
}

export async function dropPasskey(id: string): Promise<Outcome> {
  try {
    return (await ask("delete-passkey", { id })).ok ? "done" : "sign-in-again";
  } catch {
    return "unreachable";
  }
}

/** Why it came to nothing; null where it didn't, or was the person's own wish. */
export const PASSKEY_PROBLEMS: Record<Outcome, string | null> = {
  done: null,
  cancelled: null,
  refused: "That passkey isn’t known here. Sign in with your password.",
  "sign-in-again": "For that sign in anew first: sign out, and in again.",
  unreachable: "The server can’t be reached. Try again in a moment.",
};
