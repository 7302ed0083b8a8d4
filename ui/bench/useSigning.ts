"use client";

import { useRouter } from "next/navigation";
import type { CommandInput } from "@/core/records/commands";
import { canBeSigned } from "@/core/verdict/verdict";
import { newId, refused, sendCommand } from "../command";
import { useCommand } from "../useCommand";
import type { Bench } from "./useBench";

type Override = CommandInput<"sign-verdict">["override"];

export interface Signing {
  /** Whether this person may sign this piece. */
  may: boolean;
  busy: boolean;
  error: string | null;
  sign: (override: Override) => Promise<void>;
}

/** Signs the verdict, once everything on this device has reached the server. */
export function useSigning(
  bench: Bench,
  { may, onSigned }: { may: boolean; onSigned: () => void },
): Signing {
  const router = useRouter();
  const { wait, busy, error } = useCommand();

  async function sign(override: Override) {
    if (busy || !may || !canBeSigned(bench.verdict)) return;
    const answer = await wait(sendAndSign(override));
    if (!answer.ok) return;
    onSigned();
    router.refresh();
  }

  async function sendAndSign(override: Override) {
    if ((await bench.send()) !== "saved") return refused({ code: "readings-unsent" });
    const pieceId = bench.piece.id;
    return sendCommand("sign-verdict", { verdictId: newId(), pieceId, override });
  }

  return { may, busy, error, sign };
}
