"use client";

import { useRouter } from "next/navigation";
import { useCallback, useEffect, useRef, useState } from "react";
import * as z from "zod";
import { exerciseContentSchema, stepSchema, type ExerciseContent } from "@/core/exercise/exercise";
import { idSchema } from "@/core/units/fields";
import { newId, sendCommand } from "../command";
import type { Teaching } from "./Teaches";

/** A drag changes the draft with every frame: it is kept once the hand rests. */
const KEEP_MS = 150;
const PAUSE_MS = 900;
const RETRY_MS = 4000;

/** What became of the work so far. */
export type SaveState =
  | { kind: "new" }
  | { kind: "as-published" }
  | { kind: "saving" }
  | { kind: "saved"; at: string }
  | { kind: "on-device"; message: string }
  | { kind: "conflict"; message: string };

const teachingSchema = z.object({ techniqueId: idSchema, step: stepSchema });
const keptSchema = z.object({
  base: z.number(),
  content: exerciseContentSchema,
  teaching: teachingSchema.optional(),
  /** What was on its way to the server when this was kept. */
  unanswered: z
    .object({ saveId: idSchema, content: exerciseContentSchema, teaching: teachingSchema })
    .optional(),
});

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
  /** Version of the design that was opened; 0 where there was no draft yet. */
  version: number;
  /** Of the latest revision; 0 where none is published. */
  latestNumber: number;
  /** When that draft was saved, and by which save. */
  savedAt: string | null;
  savedAs: string | null;
  teaching: Teaching;
  /** The server has a new piece for the first time, to teach this. */
  onCreated: (as: Teaching) => void;
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
  { exerciseId, personId, version, latestNumber, savedAt, savedAs, teaching, onCreated }: Opened,
  content: ExerciseContent,
  restore: (content: ExerciseContent, teaching?: Teaching) => void,
) {
  const router = useRouter();
  const key = keyOf(personId, exerciseId);
  const [state, setState] = useState<SaveState>(() =>
    savedAt === null
      ? { kind: latestNumber === 0 ? "new" : "as-published" }
      : { kind: "saved", at: savedAt },
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
  const unanswered = useRef<{
    saveId: string;
    content: ExerciseContent;
    teaching: Teaching;
  } | null>(null);

  /** Keeps on this device what the server hasn't, with what is on its way there. */
  const keep = useCallback(() => {
    const [work, sent] = [latest.current, unanswered.current ?? undefined];
    localStorage.setItem(
      key,
      JSON.stringify({ base: base.current, content: work, teaching, unanswered: sent }),
    );
  }, [key, teaching]);

  const save = useCallback(async () => {
    const isSaved = latest.current === saved.current && !unanswered.current;
    if (sending.current || stopped.current || isSaved) return;
    sending.current = true;
    setState({ kind: "saving" });
    const sent = unanswered.current ?? { saveId: newId(), content: latest.current, teaching };
    const { saveId, content: toSave } = sent;
    unanswered.current = sent;
    keep();
    // What is published is on record, whether or not it has had a draft.
    const isNew = base.current === 0 && latestNumber === 0;
    const answer = isNew
      ? await sendCommand<"new-exercise", { version: number }>("new-exercise", {
          exerciseId,
          saveId,
          content: toSave,
          ...sent.teaching,
        })
      : await sendCommand<"save-draft", { version: number }>("save-draft", {
          exerciseId,
          base: base.current,
          saveId,
          content: toSave,
        });
    sending.current = false;
    if (answer.ok || answer.error.code !== "unavailable") unanswered.current = null;
    if (answer.ok) {
      base.current = answer.value.version;
      if (isNew) onCreated(sent.teaching);
      saved.current = toSave;
      if (latest.current === toSave) localStorage.removeItem(key);
      else keep();
      // What was changed meanwhile is still to be saved.
      setState(
        latest.current === toSave
          ? { kind: "saved", at: new Date().toISOString() }
          : { kind: "saving" },
      );
    } else if (answer.error.code === "conflict" || answer.error.code === "not-found") {
      stopped.current = true;
      setState({ kind: "conflict", message: answer.error.message });
    } else {
      setState({ kind: "on-device", message: answer.error.message });
    }
  }, [exerciseId, keep, key, latestNumber, onCreated, teaching]);

  useEffect(() => {
    const kept = keptOn(key);
    if (!kept) return;
    const { unanswered: sent } = kept;
    if (sent && sent.saveId === savedAs) {
      // Its answer was lost, but it arrived: what the server has is what this device sent.
      if (JSON.stringify(sent.content) === JSON.stringify(kept.content))
        localStorage.removeItem(key);
      else restore(kept.content, kept.teaching);
    } else if (kept.base === base.current) {
      unanswered.current = sent ?? null;
      restore(kept.content, kept.teaching);
    } else {
      stopped.current = true;
      held.current = kept.content;
      setState({
        kind: "conflict",
        message: "This device still holds changes to an older state of this draft.",
      });
    }
    // Only once, when the designer opens.
    // oxlint-disable-next-line react-hooks/exhaustive-deps
  }, [key]);

  useEffect(() => {
    latest.current = content;
    if (held.current) return;
    if (content === saved.current && !unanswered.current) {
      // Gone back to what the server has: nothing is left for this device to hold.
      if (changed.current) localStorage.removeItem(key);
      return;
    }
    changed.current = true;
    // What stands there isn't saved any more.
    setState((now) => (now.kind === "saved" ? { kind: "saving" } : now));
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
  }, [content, keep, key, save]);

  /** Puts this device's work on the shelf of drafts as an exercise of its own. */
  const keepAsOwn = useCallback(async () => {
    const ownId = newId();
    const mine = held.current ?? latest.current;
    const name = `${mine.name}, second version`.slice(0, 80);
    const answer = await sendCommand("new-exercise", {
      exerciseId: ownId,
      ...teaching,
      saveId: newId(),
      content: { ...mine, name },
    });
    if (!answer.ok) return setState({ kind: "conflict", message: answer.error.message });
    localStorage.removeItem(key);
    router.push(`/set/${ownId}/design`);
  }, [key, router, teaching]);

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
