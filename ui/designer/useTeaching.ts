"use client";

import { useCallback, useRef, useState } from "react";
import type { Step } from "@/core/trade/steps";
import { useCommand } from "../useCommand";
import { forgetNewPiece } from "./newPiece";
import type { Teaching } from "./Teaches";

interface Opened {
  exerciseId: string;
  personId: string;
  techniqueId: string;
  step: Step;
}

/** What an exercise teaches: chosen on this device until the server has the piece, kept there from then on. */
export function useTeaching({ exerciseId, personId, techniqueId, step }: Opened) {
  const [teaching, setTeaching] = useState<Teaching>({ techniqueId, step });
  const latest = useRef(teaching);
  const { send, error } = useCommand();

  const take = useCallback((to: Teaching) => {
    latest.current = to;
    setTeaching(to);
  }, []);

  const teach = useCallback(
    async (to: Teaching, isOnServer: boolean) => {
      const before = latest.current;
      take(to);
      if (!isOnServer) return;
      const answer = await send("place-draft", { exerciseId, ...to });
      if (!answer.ok) take(before);
    },
    [exerciseId, send, take],
  );

  const onCreated = useCallback(
    (as: Teaching) => {
      forgetNewPiece(personId);
      // The piece has an address of its own from now on.
      window.history.replaceState(null, "", `/set/${exerciseId}/design`);
      if (latest.current !== as) void teach(latest.current, true);
    },
    [exerciseId, personId, teach],
  );

  return { teaching, setTeaching: take, teach, teachingError: error, onCreated };
}
