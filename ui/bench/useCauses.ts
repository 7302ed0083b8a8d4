"use client";

import { useMemo, useState } from "react";
import type { LearnedCauses } from "@/core/cause/learned";
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
  learned: LearnedCauses;
}

export interface Causes {
  likely: LikelyCause[];
  /** Answers of the school that likelihoods rest on. */
  answers: number;
  error: string | null;
  say: (cause: LikelyCause, holds: boolean | null) => Promise<void>;
}

/** Why the piece probably came out so, live with every reading, and the instructor's word on it. */
export function useCauses(bench: Bench, { earlier, said, learned }: CauseHistory): Causes {
  const { piece, verdict } = bench;
  const [saidNow, setSaidNow] = useState<CauseSaid[]>([]);
  const { send, error } = useCommand();
  const likely = useMemo(() => {
    const signs = signsOf({ characteristics: piece.characteristics, verdict });
    return likelyCauses(signs, earlier, [...saidNow, ...said], learned);
  }, [piece.characteristics, verdict, earlier, said, saidNow, learned]);

  async function say({ code: cause, byTable, shownBy }: LikelyCause, holds: boolean | null) {
    const answer = await send("say-cause", {
      sayingId: newId(),
      pieceId: piece.id,
      cause,
      holds,
      byTable,
      shownBy,
    });
    if (answer.ok) setSaidNow((now) => [{ cause, holds, ofThisPiece: true }, ...now]);
  }
  return { likely, answers: learned.answers, error, say };
}
