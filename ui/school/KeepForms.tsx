"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import type { CommandInput } from "@/core/records/commands";
import { FormError } from "../forms/Field";
import { useCommand } from "../useCommand";

const DAYS = [
  { days: 90, words: "three months" },
  { days: 365, words: "a year" },
  { days: 730, words: "two years" },
  { days: 1825, words: "five years" },
  { days: 3650, words: "ten years" },
] as const;

/** How long it is kept what was done. What is older goes at once. */
export function KeepEventsForm({ eventDays }: { eventDays: number }) {
  const { keep, busy, error } = useKept();
  return (
    <DaysField
      label="Kept for"
      days={eventDays}
      busy={busy}
      error={error}
      onKeep={(days) => void keep("keep-events", { eventDays: days ?? eventDays })}
    />
  );
}

/** How long who left keeps their name. Whose time is over is erased at once, which nothing undoes: it is asked first. */
export function KeepLeaversForm({ leaverDays }: { leaverDays: number | null }) {
  const { keep, busy, error } = useKept();
  const [asked, setAsked] = useState<number | null>(null);
  const keepFor = (days: number | null) => {
    setAsked(null);
    void keep("keep-leavers", { leaverDays: days });
  };
  return (
    <div>
      <DaysField
        label="Who left keeps their name"
        days={asked ?? leaverDays}
        forGood="for good"
        busy={busy}
        error={error}
        onKeep={(days) => (days === null ? keepFor(null) : setAsked(days))}
      />
      {asked === null ? null : (
        <div role="alert" className="mt-2 max-w-96 border-l-4 border-light pl-3 text-15">
          <p>
            Whoever left longer ago is erased now, and others once it is their time: name, address,
            photographs and tags. The numbers stay under no name. Nothing brings them back.
          </p>
          <p className="mt-1 flex gap-x-6">
            <button type="button" className="link min-h-11" onClick={() => keepFor(asked)}>
              Erase them so
            </button>
            <button type="button" className="link min-h-11" onClick={() => setAsked(null)}>
              Leave it as it was
            </button>
          </p>
        </div>
      )}
    </div>
  );
}

function useKept() {
  const router = useRouter();
  const { send, busy, error } = useCommand();
  const keep = async <Name extends "keep-events" | "keep-leavers">(
    name: Name,
    input: CommandInput<Name>,
  ) => {
    if ((await send(name, input)).ok) router.refresh();
  };
  return { keep, busy, error };
}

function DaysField({
  label,
  days: kept,
  forGood,
  busy,
  error,
  onKeep,
}: {
  label: string;
  days: number | null;
  /** What it is called that nothing ends; where that may be. */
  forGood?: string;
  busy: boolean;
  error: string | null;
  onKeep: (days: number | null) => void;
}) {
  const isListed = kept === null || DAYS.some(({ days }) => days === kept);
  return (
    <label className="block w-56 text-13 text-ink-2">
      {label}
      <select
        className="field mt-1 text-15"
        value={kept ?? ""}
        disabled={busy}
        onChange={({ target }) => onKeep(target.value === "" ? null : Number(target.value))}
      >
        {forGood ? <option value="">{forGood}</option> : null}
        {isListed ? null : <option value={kept}>{kept} days</option>}
        {DAYS.map(({ days, words }) => (
          <option key={days} value={days}>
            {forGood ? `for ${words}` : words}
          </option>
        ))}
      </select>
      <FormError>{error}</FormError>
    </label>
  );
}
