"use client";

import { useRouter } from "next/navigation";
import { useEffect, useRef, useState, useTransition } from "react";
import type { CommandInput } from "@/core/records/commands";
import { canBeDecided, canBeSigned } from "@/core/verdict/verdict";
import { newId } from "../command";
import type { Bench } from "./useBench";

type Override = CommandInput<"sign-verdict">["override"];

export interface Signing {
  /** Whether this person may sign this piece. */
  may: boolean;
  busy: boolean;
  sign: (override: Override) => Promise<void>;
}

/**
 * Signs the verdict. A signature waits on the device behind the readings it rests on, like
 * everything else that is recorded; the server takes it where it judges the same.
 */
export function useSigning(
  bench: Bench,
  { may, onSigned }: { may: boolean; onSigned: () => void },
): Signing {
  const router = useRouter();
  const { verdict, piece, signature, refused } = bench;
  const [isSending, setSending] = useState(false);
  // Until the page shows what was signed it can't be signed once more.
  const [isRefreshing, refresh] = useTransition();
  const busy = isSending || isRefreshing;
  const waited = useRef<string | null>(null);

  useEffect(() => {
    const before = waited.current;
    waited.current = signature?.id ?? null;
    if (before === null || signature || refused.some(({ id }) => id === before)) return;
    onSigned();
    refresh(() => router.refresh());
  });

  async function sign(override: Override) {
    if (!may || busy || signature || !(override ? canBeDecided(verdict) : canBeSigned(verdict)))
      return;
    setSending(true);
    await bench.recordAndSend({
      name: "sign-verdict",
      input: { verdictId: newId(), pieceId: piece.id, override, expected: verdict.outcome },
    });
    setSending(false);
  }

  return { may, busy, sign };
}
