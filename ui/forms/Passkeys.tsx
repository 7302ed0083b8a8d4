"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import { FormError } from "./Field";
import { canHavePasskeys, dropPasskey, makePasskey, PASSKEY_PROBLEMS } from "./passkeys";
import { useInBrowser } from "./useInBrowser";

/** One's passkeys: beside the password, where the browser has them. */
export function Passkeys({ passkeys }: { passkeys: readonly { id: string; since: string }[] }) {
  const router = useRouter();
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const can = useInBrowser(canHavePasskeys);
  const run = async (work: () => ReturnType<typeof makePasskey>) => {
    setBusy(true);
    const outcome = await work();
    setProblem(PASSKEY_PROBLEMS[outcome]);
    setBusy(false);
    if (outcome === "done") router.refresh();
  };
  return (
    <section aria-label="Passkeys" className="mb-6 border-t border-rule pt-3">
      <h2 className="font-slab text-20 font-semibold">Passkeys</h2>
      <p className="quiet text-15">
        Sign in by this device’s finger, face or pin. The password goes on; a new way in for a
        forgotten one takes the passkeys away.
      </p>
      <FormError>{problem}</FormError>
      <ul className="text-15">
        {passkeys.map(({ id, since }) => (
          <li key={id} className="flex min-h-11 items-center justify-between border-b border-rule">
            made {since}
            <button
              type="button"
              className="link min-h-11 px-2"
              disabled={busy}
              onClick={() => void run(() => dropPasskey(id))}
            >
              take it away
            </button>
          </li>
        ))}
      </ul>
      {can ? (
        <button
          type="button"
          className="button mt-3"
          disabled={busy}
          onClick={() => void run(makePasskey)}
        >
          Make a passkey
        </button>
      ) : (
        <p className="mt-2 text-13 text-ink-2">This browser, or this address, has none.</p>
      )}
    </section>
  );
}
