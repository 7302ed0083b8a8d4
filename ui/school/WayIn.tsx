"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import { newId } from "../command";
import { useCommand } from "../useCommand";
import { SheetDialog } from "../kit/Sheet";
import { dayInWords } from "../words/when";

interface Link {
  path: string;
  expiresAt: string;
}

/**
 * Makes a one-time way in: to an account for who has none, to a new password for who has. Shown once, to copy
 * or to print.
 */
export function WayIn({
  personId,
  name,
  school,
  joined,
  timeZone,
}: {
  personId: string;
  name: string;
  school: string;
  joined: boolean;
  timeZone: string;
}) {
  const router = useRouter();
  const [link, setLink] = useState<Link | null>(null);
  const command = useCommand();
  const [copied, setCopied] = useState(false);
  const address = link ? `${window.location.origin}${link.path}` : "";

  async function make() {
    setCopied(false);
    const answer = await command.send<"make-join-link", Link>("make-join-link", {
      linkId: newId(),
      personId,
    });
    if (answer.ok) setLink(answer.value);
  }

  function close() {
    setLink(null);
    router.refresh();
  }

  return (
    <>
      <button
        type="button"
        className="button w-full"
        data-key="n"
        disabled={command.busy}
        onClick={() => void make()}
      >
        {joined ? "A new way in" : "A way in"}
        <span className="sr-only"> for {name}</span>
      </button>
      <p className="quiet mt-1 text-13">
        {joined
          ? "For a forgotten password: a slip to print, good for three days and for one use. Once used, the old password is gone."
          : "A slip to print, good for two weeks and for one use; an older one stops."}
      </p>
      {command.error ? (
        <p role="alert" className="text-13 font-semibold text-light">
          {command.error}
        </p>
      ) : null}
      {link ? (
        <SheetDialog title={`A way in for ${name}`} open onOpenChange={close}>
          <div className="text-left text-15 whitespace-normal">
            <p>
              {school}: open this address once, by {dayInWords(link.expiresAt, timeZone)}, and
              choose {joined ? "a new password" : "how to sign in"}.
            </p>
            <p
              className="my-4 border border-rule-strong bg-white p-3 font-semibold break-all"
              data-join-link
            >
              {address}
            </p>
            <p className="quiet mb-4">It is shown only now. A new one makes this one useless.</p>
            <div className="no-print flex gap-3">
              <button
                type="button"
                className="button button-main"
                onClick={() =>
                  void navigator.clipboard.writeText(address).then(() => setCopied(true))
                }
              >
                {copied ? "Copied" : "Copy"}
              </button>
              <button type="button" className="button" onClick={() => window.print()}>
                Print
              </button>
            </div>
          </div>
        </SheetDialog>
      ) : null}
    </>
  );
}
