"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import type { CommandInput } from "@/core/records/commands";
import { canBeSigned } from "@/core/verdict/verdict";
import { newId, sendCommand } from "../command";
import type { Bench } from "./useBench";

type Override = CommandInput<"sign-verdict">["override"];

export interface Signing {
  /** Whether this person may sign this piece. */
  may: boolean;
  busy: boolean;
  problem: string | null;
  sign: (override: Override) => Promise<void>;
}

/** Signs the verdict, once everything on this device has reached the server. */
export function useSigning(
  bench: Bench,
  { may, onSigned }: { may: boolean; onSigned: () => void },
): Signing {
  const router = useRouter();
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);

  async function sign(override: Override) {
    if (busy || !may || !canBeSigned(bench.verdict)) return;
    setBusy(true);
    setProblem(null);
    const state = await bench.send();
    if (state !== "saved") {
      setProblem(
        "Not signed: some readings are only on this device. They have to reach the server first.",
      );
    } else {
      const answer = await sendCommand("sign-verdict", {
        verdictId: newId(),
        pieceId: bench.piece.id,
        override,
      });
      if (answer.ok) {
        onSigned();
        router.refresh();
      } else setProblem(answer.error.message);
    }
    setBusy(false);
  }
  return { may, busy, problem, sign };
}
