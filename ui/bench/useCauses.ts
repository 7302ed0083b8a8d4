"use client";

import { useMemo, useState } from "react";
import type { CauseCode } from "@/core/cause/causes";
import {
  likelyCauses,
  type CauseSaid,
  type EarlierPiece,
  type LikelyCause,
} from "@/core/cause/likely";
import { signsOf } from "@/core/cause/signs";
import { newId } from "../command";
import { useCommand } from "../useCommand";
import type { Bench } from "./useBench";

export interface CauseHistory {
  earlier: EarlierPiece[];
  said: CauseSaid[];
}

export interface Causes {
  likely: LikelyCause[];
  error: string | null;
  say: (cause: CauseCode, holds: boolean) => Promise<void>;
}

/** Why the piece probably came out so, live with every reading, and the instructor's word on it. */
export function useCauses(bench: Bench, { earlier, said }: CauseHistory): Causes {
  const { piece, verdict } = bench;
  const [saidNow, setSaidNow] = useState<CauseSaid[]>([]);
  const { send, error } = useCommand();
  const likely = useMemo(() => {
    const signs = signsOf({ characteristics: piece.characteristics, verdict });
    return likelyCauses(signs, earlier, [...saidNow, ...said]);
  }, [piece.characteristics, verdict, earlier, said, saidNow]);

  async function say(cause: CauseCode, holds: boolean) {
    const answer = await send("say-cause", {
      sayingId: newId(),
      pieceId: piece.id,
      cause,
      holds,
    });
    if (answer.ok) setSaidNow((now) => [{ cause, holds, ofThisPiece: true }, ...now]);
  }
  return { likely, error, say };
}
