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

/** Makes a one-time link by which a person gets their account: shown once, to copy or to print. */
export function JoinLinkButton({
  personId,
  name,
  school,
  invited,
  timeZone,
}: {
  personId: string;
  name: string;
  school: string;
  invited: boolean;
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
      <button type="button" className="link min-h-11 font-semibold" onClick={() => void make()}>
        {invited ? "New join link" : "Join link"}
        <span className="sr-only"> for {name}</span>
      </button>
      {command.error ? (
        <span role="alert" className="ml-2 text-13 text-light">
          {command.error}
        </span>
      ) : null}
      {link ? (
        <SheetDialog title={`Join link for ${name}`} open onOpenChange={close}>
          <div className="text-left text-15 whitespace-normal">
            <p>
              {school}: open this address once, by {dayInWords(link.expiresAt, timeZone)}, and
              choose how to sign in.
            </p>
            <p
              className="my-4 border border-rule-strong bg-white p-3 font-semibold break-all"
              data-join-link
            >
              {address}
            </p>
            <p className="quiet mb-4">It is shown only now. A new link makes this one useless.</p>
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
