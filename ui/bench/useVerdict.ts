"use client";

import { useEffect, useMemo, useRef, useState } from "react";
import { verdictOf, type BenchPiece } from "@/core/records/bench";
import type { CheaperWay } from "@/core/verdict/cheaper";
import type { Verdict } from "@/core/verdict/verdict";

/** What is shown of a piece as it stands. */
interface Judged {
  verdict: Verdict;
  /** Fewer heats than the verdict's advice takes. */
  cheaper: CheaperWay | null;
}

/** The same at the bench. */
interface JudgedNow extends Judged {
  /** Whether what can still be done is being looked for. */
  isLooking: boolean;
}

/** A piece sent to be judged; the answer says which it is of. */
export interface AdviceAsked {
  ticket: number;
  piece: BenchPiece;
}
export interface AdviceReply extends Judged {
  ticket: number;
}

const RETRY_MS = 2000;

/**
 * The verdict on a piece as it stands. Sizes, marks and reasons are there at once; what can still be done is
 * looked for in a worker, so that typing never waits for it: where something is off, the verdict is undecided for
 * the moment that takes. The worker, a third of the bench's program, is started where something was read already,
 * else with the first touch of the page; one that could not be loaded is tried again.
 */
export function useVerdict(piece: BenchPiece): JudgedNow {
  const verdict = useMemo(() => verdictOf(piece, null), [piece]);
  const isTouched = useTouched();
  const isWanted = isTouched || piece.readings.length > 0;
  const [failures, setFailures] = useState(0);
  const [found, setFound] = useState<(Judged & { piece: BenchPiece }) | null>(null);
  const worker = useRef<Worker | null>(null);
  const asked = useRef<AdviceAsked>({ ticket: 0, piece });
  useEffect(() => {
    if (!isWanted) return;
    let timer: ReturnType<typeof setTimeout> | undefined;
    const started = new Worker(new URL("./advice.worker.ts", import.meta.url), { type: "module" });
    started.onmessage = ({ data: { ticket, ...judged } }: MessageEvent<AdviceReply>) => {
      if (ticket === asked.current.ticket) setFound({ ...judged, piece: asked.current.piece });
    };
    started.onerror = () => {
      timer = setTimeout(() => setFailures((count) => count + 1), RETRY_MS);
    };
    worker.current = started;
    return () => {
      clearTimeout(timer);
      started.terminate();
      worker.current = null;
    };
  }, [isWanted, failures]);
  useEffect(() => {
    asked.current = { ticket: asked.current.ticket + 1, piece };
    worker.current?.postMessage(asked.current);
  }, [isWanted, failures, piece]);
  return found?.piece === piece
    ? { ...found, isLooking: false }
    : { verdict, cheaper: null, isLooking: isWanted };
}

/** Whether the page was touched or typed on. */
function useTouched(): boolean {
  const [isTouched, setTouched] = useState(false);
  useEffect(() => {
    const touched = () => setTouched(true);
    const touches = ["pointerdown", "keydown"] as const;
    touches.forEach((touch) => window.addEventListener(touch, touched, { once: true }));
    return () => touches.forEach((touch) => window.removeEventListener(touch, touched));
  }, []);
  return isTouched;
}
