"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import { MACHINES, MACHINE_WORDS, type Machine } from "@/core/trade/machines";
import { SheetDialog } from "../kit/Sheet";
import { useCommand } from "../useCommand";
import { machinesInWords } from "../words/machines";

interface ClearancesProps {
  personId: string;
  name: string;
  cleared: readonly Machine[];
  manages: boolean;
}

/** The machines a learner was shown and may use, changed by ticking. */
export function Clearances({ personId, name, cleared, manages }: ClearancesProps) {
  const [open, setOpen] = useState(false);
  const router = useRouter();
  const { send, busy, error } = useCommand();
  // Ticked at once, and taken back where the server refuses.
  const [ticked, setTicked] = useState(cleared);
  const words = ticked.length === 0 ? "no machine" : machinesInWords(ticked);
  if (!manages) return <span className="quiet">cleared for {words}</span>;
  const tick = async (machine: Machine, to: boolean) => {
    const before = ticked;
    setTicked(MACHINES.filter((one) => (one === machine ? to : before.includes(one))));
    const answer = await send("clear-for-machine", { personId, machine, cleared: to });
    if (answer.ok) router.refresh();
    else setTicked(before);
  };
  return (
    <>
      <button
        type="button"
        className="link min-h-11 text-left"
        aria-label={`${name} is cleared for: ${words}`}
        onClick={() => setOpen(true)}
      >
        cleared for {words}
      </button>
      <SheetDialog title={`${name} may use`} open={open} onOpenChange={setOpen}>
        <fieldset disabled={busy}>
          <legend className="mb-2 text-15">
            Shown by somebody responsible, and done under their eye.
          </legend>
          {MACHINES.map((machine) => (
            <label key={machine} className="flex min-h-11 items-center gap-3 text-17">
              <input
                type="checkbox"
                className="size-5 accent-ink"
                checked={ticked.includes(machine)}
                onChange={({ target }) => void tick(machine, target.checked)}
              />
              the {MACHINE_WORDS[machine]}
            </label>
          ))}
        </fieldset>
        {error ? (
          <p role="alert" className="mt-2 text-15 font-semibold text-light">
            {error}
          </p>
        ) : null}
      </SheetDialog>
    </>
  );
}
