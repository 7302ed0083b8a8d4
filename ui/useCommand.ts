"use client";

import { useCallback, useState } from "react";
import type { CommandInput, CommandName } from "@/core/records/commands";
import { sendCommand, type Answer } from "./command";

/**
 * Sends commands for a component, and keeps what it shows of them: whether one is under way,
 * and in words why the last was refused. `setError` is for what it refuses by itself.
 */
export function useCommand() {
  const [busy, setBusy] = useState(false);
  const [error, setError] = useState<string | null>(null);

  /** Waits for an answer, whoever gives it, and keeps its error. */
  const wait = useCallback(async <Value>(answering: Promise<Answer<Value>>) => {
    setBusy(true);
    setError(null);
    const answer = await answering;
    setBusy(false);
    if (!answer.ok) setError(answer.error.message);
    return answer;
  }, []);

  const send = useCallback(
    <Name extends CommandName, Value = unknown>(name: Name, input: CommandInput<Name>) =>
      wait(sendCommand<Name, Value>(name, input)),
    [wait],
  );

  return { send, wait, busy, error, setError };
}
