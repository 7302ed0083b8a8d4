"use client";

import { useRouter } from "next/navigation";
import { post } from "../command";
import { useCommand } from "../useCommand";
import { FormError } from "./Field";

/** Where one is signed in; each can be ended, and all but this at once. */
export function OwnSessions({
  sessions,
}: {
  sessions: readonly { id: string; words: string; isThis: boolean }[];
}) {
  const router = useRouter();
  const { wait, busy, error } = useCommand();
  const end = async (sessionId: string | null) => {
    const answer = await wait(post("/api/account/sessions", { sessionId }));
    if (answer.ok) router.refresh();
  };
  return (
    <section aria-label="Where you are signed in" className="mb-6 border-t border-rule pt-3">
      <h2 className="font-slab text-20 font-semibold">Where you are signed in</h2>
      <FormError>{error}</FormError>
      <ul className="text-15">
        {sessions.map(({ id, words, isThis }) => (
          <li key={id} className="flex min-h-11 items-center justify-between border-b border-rule">
            <span>
              {words}
              {isThis ? <b>, here</b> : null}
            </span>
            {isThis ? null : (
              <button
                type="button"
                className="link min-h-11 px-2"
                disabled={busy}
                onClick={() => void end(id)}
              >
                sign out<span className="sr-only"> there: {words}</span>
              </button>
            )}
          </li>
        ))}
      </ul>
      {sessions.length > 1 ? (
        <button
          type="button"
          className="button mt-3"
          disabled={busy}
          onClick={() => void end(null)}
        >
          Sign out everywhere else
        </button>
      ) : null}
    </section>
  );
}
