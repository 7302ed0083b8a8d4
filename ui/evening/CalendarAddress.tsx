"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import { newId } from "../command";
import { useCommand } from "../useCommand";

/** A private address at which a calendar fetches one's classes; it can be revoked at any time. */
export function CalendarAddress({ links }: { links: readonly { id: string; since: string }[] }) {
  const router = useRouter();
  const { send, busy, error } = useCommand();
  const [address, setAddress] = useState<string | null>(null);
  const make = async () => {
    const linkId = newId();
    const answer = await send<"make-calendar-link", { path: string }>("make-calendar-link", {
      linkId,
    });
    if (!answer.ok) return;
    setAddress(`${window.location.origin}${answer.value.path}`);
    router.refresh();
  };
  const revoke = async (linkId: string) => {
    const answer = await send("revoke-calendar-link", { linkId });
    if (!answer.ok) return;
    setAddress(null);
    router.refresh();
  };
  return (
    <section aria-label="Calendar" className="mb-6 border-t border-rule pt-3">
      <h2 className="font-slab text-20 font-semibold">Classes in your calendar</h2>
      <p className="quiet text-15">
        Give this address to your calendar: it fetches the classes by itself, with what is moved or
        called off. Whoever has the address can read them.
      </p>
      {address ? (
        <p className="mt-2 border-l-4 border-on-size bg-band px-3 py-2 text-15 break-all">
          {address}
        </p>
      ) : null}
      {error ? (
        <p role="alert" className="mt-2 text-15 text-light">
          {error}
        </p>
      ) : null}
      <ul className="text-15">
        {links.map(({ id, since }) => (
          <li key={id} className="flex items-center justify-between border-b border-rule">
            An address in use since {since}
            <button
              type="button"
              className="link min-h-11 px-2"
              disabled={busy}
              onClick={() => void revoke(id)}
            >
              Revoke it
            </button>
          </li>
        ))}
      </ul>
      <button type="button" className="button mt-3" disabled={busy} onClick={() => void make()}>
        Make an address
      </button>
    </section>
  );
}
