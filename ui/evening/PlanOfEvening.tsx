"use client";

import { useRouter } from "next/navigation";
import { useEffect, useState } from "react";
import { SLOT_MINUTES } from "@/core/evening/planning";
import { newId } from "../command";
import { Key } from "../kit/Key";
import { useKeys } from "../kit/useKeys";
import { useCommand } from "../useCommand";
import { timeInWords } from "../words/when";
import type { DrawnStay } from "./drawn";
import { Timetable, type TimetableProps } from "./Timetable";

/** A stay, and whose piece it is. */
export interface MovableStay extends DrawnStay {
  learnerId: string;
  revisionId: string;
  isGuided: boolean;
}

interface PlanProps extends Omit<TimetableProps, "stays" | "moving"> {
  classId: string;
  stays: readonly MovableStay[];
  /** Fires nobody described have no name to be put at. */
  hasFires: boolean;
}

/** How long after the last key a move is sent, ms. */
const SETTLE_MS = 450;

interface Put {
  id: string;
  fire: string;
  from: number;
  isSent: boolean;
}

/** The plan of an evening: what is put elsewhere by hand or key stays there, and the rest goes round it. */
export function PlanOfEvening({ classId, stays, hasFires, ...table }: PlanProps) {
  const router = useRouter();
  const { send, error } = useCommand();
  const [chosen, setChosen] = useState<string | null>(null);
  const [put, setPut] = useState<Put | null>(null);
  const [seen, setSeen] = useState(stays);
  // What the server planned since is the plan; what isn't sent yet still comes.
  if (seen !== stays) {
    setSeen(stays);
    if (put?.isSent) setPut(null);
  }
  const shown = stays.map((stay) => (put?.id === stay.id ? movedTo(stay, put) : stay));
  const one = shown.find(({ id }) => id === chosen);

  const say = async (
    { learnerId, revisionId, isGuided }: MovableStay,
    at: { fireId: string | null; fromMinute: number | null },
  ) => {
    const about = { classId, learnerId, revisionId, isGuided };
    const answer = await send("say-evening", { wordId: newId(), ...about, says: "make", ...at });
    if (answer.ok) router.refresh();
    else setPut(null);
  };
  const away = async (learnerId: string) => {
    const event = { kind: "attend", learnerId, as: "away" } as const;
    const about = { eventId: newId(), classId, at: new Date().toISOString(), event };
    if ((await send("floor", about)).ok) router.refresh();
  };
  const move = (id: string, by: { minutes: number; toFire: string | null }) => {
    const stay = shown.find((other) => other.id === id);
    if (!stay) return;
    const latest = table.minutes - table.cleanUp - (stay.to - stay.from);
    const from = Math.round((stay.from + by.minutes) / SLOT_MINUTES) * SLOT_MINUTES;
    setPut({
      id,
      fire: hasFires && by.toFire !== null ? by.toFire : stay.fire,
      from: Math.max(0, Math.min(from, latest)),
      isSent: false,
    });
  };
  useEffect(() => {
    const stay = put && stays.find(({ id }) => id === put.id);
    if (!stay || put.isSent) return;
    const timer = setTimeout(() => {
      setPut({ ...put, isSent: true });
      void say(stay, { fireId: hasFires ? put.fire : null, fromMinute: put.from });
    }, SETTLE_MS);
    return () => clearTimeout(timer);
    // Only what was put somewhere sets it off.
    // oxlint-disable-next-line react-hooks/exhaustive-deps
  }, [put]);

  const along = (minutes: number) => one && move(one.id, { minutes, toFire: null });
  const across = (by: number) => {
    const at = table.fires.findIndex(({ id }) => id === one?.fire);
    const next = table.fires[at + by];
    if (one && next) move(one.id, { minutes: 0, toFire: next.id });
  };
  useKeys("evening", {
    p: () => window.open(`/api/evening/${classId}/evening.pdf`, "_blank", "noopener"),
    ...(one
      ? {
          ArrowLeft: () => along(-SLOT_MINUTES),
          ArrowRight: () => along(SLOT_MINUTES),
          ArrowUp: () => across(-1),
          ArrowDown: () => across(1),
          l: () => void say(one, { fireId: null, fromMinute: null }),
          a: () => void away(one.learnerId),
        }
      : {}),
  });

  return (
    <>
      <Timetable {...table} stays={shown} moving={{ chosen, onChoose: setChosen, onMove: move }} />
      {error ? (
        <p role="alert" className="mt-1 text-15 text-light">
          {error}
        </p>
      ) : null}
      <p aria-live="polite" className="sr-only">
        {one ? whereInWords(one, table) : ""}
      </p>
      <p className="no-print mt-1 flex min-h-8 flex-wrap items-center gap-x-5 gap-y-1">
        {one ? (
          <>
            <Key of="← →">move it along</Key>
            {hasFires ? <Key of="↑ ↓">another fire</Key> : null}
            <Key of="L">let it find its place</Key>
            <Key of="A">{one.who.split(" ")[0]} is away</Key>
          </>
        ) : (
          <span className="text-13 text-ink-2">Take hold of a line to put it elsewhere.</span>
        )}
        <Key of="P">print the evening</Key>
      </p>
    </>
  );
}

const movedTo = (stay: MovableStay, { fire, from }: Put): MovableStay => ({
  ...{ ...stay, fire, from, isPut: true },
  to: stay.to + from - stay.from,
  weldFrom: stay.weldFrom === null ? null : stay.weldFrom + from - stay.from,
});

function whereInWords(
  { who, what, fire, from, to }: MovableStay,
  { fires, beganAt, timeZone }: Pick<TimetableProps, "fires" | "beganAt" | "timeZone">,
): string {
  const clock = (minute: number) => timeInWords(beganAt + minute * 60_000, timeZone);
  const name = fires.find(({ id }) => id === fire)?.name ?? "?";
  return `${who}, ${what}: fire ${name}, ${clock(from)} to ${clock(to)}`;
}
