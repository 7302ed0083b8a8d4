"use client";

import { useRouter } from "next/navigation";
import { createContext, useContext, useEffect, useState } from "react";
import * as z from "zod";

/** How often it is asked how far it is, ms. */
const ASK_MS = 300;
const answerSchema = z.object({ share: z.number().nullable() });

const Arrival = createContext<() => void>(() => undefined);

/**
 * The place of a plan that may still be made: until it is there, how far it is, and a way to do with the
 * best there is by then. Beside the plan and not its stand-in, which can't be touched before the plan comes.
 */
export function PlanPlace({
  classId,
  of,
  children,
}: {
  classId: string;
  /** What is planned: "42 pieces at 6 places". */
  of: string;
  children: React.ReactNode;
}) {
  const [isThere, setThere] = useState(false);
  return (
    <div className="relative">
      {isThere ? null : <Planning classId={classId} of={of} />}
      <Arrival value={() => setThere(true)}>{children}</Arrival>
    </div>
  );
}

/** Stands with the plan, and says that it has come. */
export function PlanArrived() {
  const arrive = useContext(Arrival);
  useEffect(arrive, [arrive]);
  return null;
}

/** Says of a plan that it was ended early, with a way to have it made to its end. */
export function PlanStopped({ classId }: { classId: string }) {
  const router = useRouter();
  const [isGoingOn, setGoingOn] = useState(false);
  const [isUnreached, setUnreached] = useState(false);
  const goOn = async () => {
    setGoingOn(true);
    const answer = await fetch(pathOf(classId), { method: "POST" }).catch(() => null);
    setUnreached(!answer?.ok);
    setGoingOn(false);
    if (answer?.ok) router.refresh();
  };
  return (
    <p className="mt-1 flex flex-wrap items-center gap-x-4 text-15" role="status">
      <span>Stopped before every order was looked at: there may be a better one.</span>
      <button
        type="button"
        className="link min-h-11"
        disabled={isGoingOn}
        onClick={() => void goOn()}
      >
        Plan it to the end
      </button>
      {isUnreached ? (
        <span className="text-light">The server can’t be reached. Try it again.</span>
      ) : null}
    </p>
  );
}

const pathOf = (classId: string) => `/api/evening/${classId}/planning`;

/** What keeps the plan's place free. */
export const PlanToCome = () => (
  <div aria-busy="true" className="min-h-80 border-t-2 border-ink bg-sheet" />
);

function Planning({ classId, of }: { classId: string; of: string }) {
  const path = pathOf(classId);
  const [share, setShare] = useState<number | null>(null);
  useEffect(() => {
    const ask = async () => {
      const answer = await fetch(path);
      const read = answerSchema.safeParse(await answer.json());
      if (read.success) setShare(read.data.share);
    };
    // Without an answer there is a plan all the same: it only isn't seen how far it is.
    const timer = setInterval(() => void ask().catch(() => setShare(null)), ASK_MS);
    return () => clearInterval(timer);
  }, [path]);
  return (
    <section aria-label="Being planned" className="absolute inset-x-0 top-0 grid gap-3 p-6">
      <p className="text-17">Planning {of} …</p>
      <div className="flex max-w-120 items-center gap-4">
        <progress className="grow accent-ink" max={1} value={share ?? undefined}>
          {share === null ? null : `${Math.round(100 * share)} %`}
        </progress>
        <button
          type="button"
          className="button"
          onClick={() => void fetch(path, { method: "DELETE" }).catch(() => undefined)}
        >
          Do with what there is
        </button>
      </div>
    </section>
  );
}
