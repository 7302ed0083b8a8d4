"use client";

import { useRouter } from "next/navigation";
import { useCallback, useEffect, useRef, useState } from "react";
import * as z from "zod";
import { exerciseContentSchema, type ExerciseContent } from "@/core/exercise/exercise";
import type { Step } from "@/core/trade/steps";
import { newId, sendCommand } from "../command";

/** A drag changes the draft with every frame: it is kept once the hand rests. */
const KEEP_MS = 150;
const PAUSE_MS = 900;
const RETRY_MS = 4000;

/** What became of the work so far. */
export type SaveState =
  | { kind: "as-published" }
  | { kind: "saving" }
  | { kind: "saved"; at: string }
  | { kind: "on-device"; message: string }
  | { kind: "conflict"; message: string };

const keptSchema = z.object({ base: z.number(), content: exerciseContentSchema });

const keyOf = (personId: string, exerciseId: string) => `bell-step.draft.${personId}.${exerciseId}`;

/** The unsaved work this device holds of an exercise, if any. */
function keptOn(key: string): z.output<typeof keptSchema> | null {
  try {
    return keptSchema.parse(JSON.parse(localStorage.getItem(key) ?? "null"));
  } catch {
    return null;
  }
}

interface Opened {
  exerciseId: string;
  personId: string;
  /** Version of the design that was opened. */
  version: number;
  /** When that draft was saved. */
  savedAt: string | null;
  techniqueId: string;
  step: Step;
}

/**
 * Saves a draft by itself: on this device with every change, on the server a
 * moment later. A save that builds on an older version is refused and nobody's
 * work is lost: this one stays on the device until it is put somewhere.
 *
 * @param content the exercise as it stands
 * @param restore puts back what this device still held
 */
export function useDraft(
  { exerciseId, personId, version, savedAt, techniqueId, step }: Opened,
  content: ExerciseContent,
  restore: (content: ExerciseContent) => void,
) {
  const router = useRouter();
  const key = keyOf(personId, exerciseId);
  const [state, setState] = useState<SaveState>(() =>
    savedAt === null ? { kind: "as-published" } : { kind: "saved", at: savedAt },
  );
  const base = useRef(version);
  const saved = useRef(content);
  const latest = useRef(content);
  const stopped = useRef(false);
  const sending = useRef(false);
  const changed = useRef(false);
  /** Work on an older state that this device held when the designer opened. */
  const held = useRef<ExerciseContent | null>(null);

  /** A save that got no answer: it may have arrived, so it is sent again as it was. */
  const unanswered = useRef<{ saveId: string; content: ExerciseContent } | null>(null);

  const save = useCallback(async () => {
    if (sending.current || stopped.current || latest.current === saved.current) return;
    sending.current = true;
    setState({ kind: "saving" });
    const sent = unanswered.current ?? { saveId: newId(), content: latest.current };
    unanswered.current = sent;
    const answer = await sendCommand<"save-draft", { version: number }>("save-draft", {
      exerciseId,
      base: base.current,
      ...sent,
    });
    sending.current = false;
    if (answer.ok || answer.error.code !== "unavailable") unanswered.current = null;
    if (answer.ok) {
      base.current = answer.value.version;
      saved.current = sent.content;
      if (latest.current === sent.content) localStorage.removeItem(key);
      setState({ kind: "saved", at: new Date().toISOString() });
    } else if (answer.error.code === "conflict" || answer.error.code === "not-found") {
      stopped.current = true;
      setState({ kind: "conflict", message: answer.error.message });
    } else {
      setState({ kind: "on-device", message: answer.error.message });
    }
  }, [exerciseId, key]);

  useEffect(() => {
    const kept = keptOn(key);
    if (!kept) return;
    if (kept.base === base.current) restore(kept.content);
    else {
      stopped.current = true;
      held.current = kept.content;
      setState({
        kind: "conflict",
        message: "This device still holds changes to an older state of this draft.",
      });
    }
    // Only once, when the designer opens.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [key]);

  useEffect(() => {
    latest.current = content;
    if (held.current) return;
    if (content === saved.current) {
      // Gone back to what the server has: nothing is left for this device to hold.
      if (changed.current) localStorage.removeItem(key);
      return;
    }
    changed.current = true;
    const keep = () => localStorage.setItem(key, JSON.stringify({ base: base.current, content }));
    const onDevice = setTimeout(keep, KEEP_MS);
    window.addEventListener("pagehide", keep);
    const soon = setTimeout(() => void save(), PAUSE_MS);
    const again = setInterval(() => void save(), RETRY_MS);
    return () => {
      clearTimeout(onDevice);
      window.removeEventListener("pagehide", keep);
      clearTimeout(soon);
      clearInterval(again);
    };
  }, [content, key, save]);

  /** Puts this device's work on the shelf of drafts as an exercise of its own. */
  const keepAsOwn = useCallback(async () => {
    const ownId = newId();
    const mine = held.current ?? latest.current;
    const name = `${mine.name}, second version`.slice(0, 80);
    const answer = await sendCommand("new-exercise", {
      exerciseId: ownId,
      techniqueId,
      step,
      saveId: newId(),
      content: { ...mine, name },
    });
    if (!answer.ok) return setState({ kind: "conflict", message: answer.error.message });
    localStorage.removeItem(key);
    router.push(`/set/${ownId}/design`);
  }, [key, router, step, techniqueId]);

  /** Lets this device's work go, and opens what is on the server. */
  const takeTheirs = useCallback(() => {
    localStorage.removeItem(key);
    window.location.reload();
  }, [key]);

  /** Saves what is left to save; true once the server has everything. */
  const flush = useCallback(async () => {
    for (
      let tries = 0;
      tries < 20 && (sending.current || latest.current !== saved.current);
      tries += 1
    ) {
      if (stopped.current) return false;
      if (sending.current) await new Promise((resolve) => setTimeout(resolve, 100));
      else await save();
    }
    return latest.current === saved.current;
  }, [save]);

  /** Stops saving and lets go of what this device holds: the draft is gone. */
  const forget = useCallback(() => {
    stopped.current = true;
    localStorage.removeItem(key);
  }, [key]);

  return { state, base, keepAsOwn, takeTheirs, flush, forget };
}
