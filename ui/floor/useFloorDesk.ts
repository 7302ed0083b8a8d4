"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import type { FloorHappening } from "@/core/floor/events";
import { learnerOn, workOf, type FloorWork } from "@/core/floor/floor";
import { upcomingOf, nextAtFire, type Upcoming, type NextAtFire } from "@/core/floor/upcoming";
import { endsInTime } from "@/core/floor/pace";
import { todosOf, type FloorFire, type Todo } from "@/core/floor/todo";
import type { FloorData, FloorExercise } from "@/core/records/floor";
import { newId } from "../command";
import { placeInWords, type FloorNames } from "../words/floor";
import { timeInWords } from "../words/when";
import type { CardOf } from "./LearnerCard";
import { useFloor, type LiveFloor } from "./useFloor";
import { usePlanned, type PlannedPiece } from "./usePlanned";

/** What can be said of a learner with one tap. */
export interface FloorTaps {
  tell: (event: FloorHappening) => void;
  heat: (card: CardOf, by?: 1 | -1) => void;
  stage: (card: CardOf, by?: 1 | -1) => void;
  toBench: (card: CardOf) => void;
}

export interface FloorDesk {
  live: LiveFloor;
  cards: CardOf[];
  taps: FloorTaps;
  todos: Todo[];
  /** What is planned to come. */
  upcoming: Upcoming[];
  nextAt: (fire: FloorFire) => NextAtFire | null;
  names: FloorNames;
  exercises: ReadonlyMap<string, FloorExercise>;
  chosen: CardOf | undefined;
  isOpen: boolean;
  setOpen: (open: boolean) => void;
  choose: (id: string, open?: boolean) => void;
  /** First names of those whose piece takes longer than there is time. */
  late: string[];
  plannedFor: (learnerId: string) => readonly PlannedPiece[];
  /** Pieces of a learner that came back from the bench for another heat. */
  returnedFor: (learnerId: string) => (FloorWork & { name: string })[];
}

/** Everything the floor's screen shows and does, from what was loaded and what happens. */
export function useFloorDesk(
  data: FloorData,
  { personId, behindMs, timeZone }: { personId: string; behindMs: number; timeZone: string },
): FloorDesk {
  const router = useRouter();
  const { of, fires, learners, bench, before, events } = data;
  const live = useFloor(
    { classId: of.id, personId, stopsAt: of.stopsAt, behindMs, before, events },
    () => router.refresh(),
  );
  const { floor, now, countedTo, tell } = live;
  const planned = usePlanned(of.id, live.changes);
  const [chosenId, setChosen] = useState<string | null>(null);
  const [isOpen, setOpen] = useState(false);
  const exercises = new Map(
    [...planned.exercises, ...data.exercises].map((one) => [one.revisionId, one]),
  );
  const nameOf = (revisionId: string) => exercises.get(revisionId)?.name ?? "?";
  const cards = learners.map(({ id, name }): CardOf => {
    const work = workOf(floor, id);
    const exercise = work ? (exercises.get(work.revisionId) ?? null) : null;
    return { id, name, learner: learnerOn(floor, id), work, exercise };
  });
  const todos = todosOf({
    ...{ floor, now: countedTo, fires, beganAt: of.beganAt },
    learnerIds: learners.map(({ id }) => id),
    tasks: new Map(
      [...exercises].map(([id, { heats, minutes, stages }]) => [
        id,
        { heats, minutes, welds: stages.map(({ welds }) => welds) },
      ]),
    ),
    demonstrations: planned.showings,
    places: planned.places,
    signed: new Set(bench.flatMap(({ pieceId, outcome }) => (outcome ? [pieceId] : []))),
  });
  const due = new Set(
    todos.flatMap((one) => (one.code === "demonstration" ? [one.demonstrationId] : [])),
  );
  const all = upcomingOf(floor, now, {
    places: planned.places,
    demonstrations: planned.showings.filter(({ id }) => !due.has(id)),
  });
  // What somebody without a piece takes up next is told with them.
  const isListed = (one: Upcoming) =>
    todos.some(
      (todo) =>
        todo.code === "idle" &&
        one.code === "at-fire" &&
        todo.learnerId === one.learnerId &&
        todo.next?.revisionId === one.revisionId,
    );
  const upcoming = all.filter((one) => !isListed(one));
  const works = [...floor.works.values()];
  const toolsDown = of.endsAt - of.cleanUp * 60_000;
  return {
    ...{ live, cards, todos, upcoming, exercises, isOpen, setOpen },
    nextAt: (fire) => nextAtFire({ floor, places: planned.places, upcoming: all }, fire),
    taps: tapsOf(tell),
    names: namesOf(data, works, { nameOf, timeZone }),
    chosen: cards.find(({ id }) => id === chosenId),
    choose: (id, open = true) => {
      setChosen(id);
      setOpen(open);
    },
    late: cards.flatMap(({ name, work, exercise }) => {
      const minutes = exercise?.stages.map((stage) => stage.minutes) ?? [];
      const isLate = work && !endsInTime(work, minutes, { now, by: toolsDown });
      return isLate ? [name.split(" ")[0]!] : [];
    }),
    plannedFor: (learnerId) => planned.pieces.get(learnerId) ?? [],
    returnedFor: (learnerId) => {
      const again = new Set(
        bench.flatMap(({ pieceId, outcome }) => (outcome === "another-heat" ? [pieceId] : [])),
      );
      return works.flatMap((work) =>
        work.learnerId === learnerId && work.state === "bench" && again.has(work.pieceId!)
          ? [{ ...work, name: nameOf(work.revisionId) }]
          : [],
      );
    },
  };
}

const tapsOf = (tell: FloorTaps["tell"]): FloorTaps => ({
  tell,
  heat: ({ id, work }, by = 1) => {
    if (work) tell({ kind: "heat", learnerId: id, workId: work.id, by });
  },
  stage: ({ id, work, exercise }, by = 1) => {
    if (!work || !exercise) return;
    const done = Math.min(exercise.stages.length, Math.max(0, work.stages + by));
    tell({ kind: "stage", learnerId: id, workId: work.id, done });
  },
  toBench: ({ id, work }) => {
    if (!work) return;
    const pieceId = work.pieceId ?? newId();
    tell({ kind: "bench", learnerId: id, workId: work.id, pieceId });
  },
});

function namesOf(
  { learners, fires, demonstrations }: FloorData,
  works: readonly FloorWork[],
  { nameOf, timeZone }: { nameOf: (revisionId: string) => string; timeZone: string },
): FloorNames {
  return {
    learnerOf: (id) => learners.find((one) => one.id === id)?.name ?? "?",
    fireOf: (id) => fires.find((one) => one.id === id)?.name ?? "?",
    placeOf: (id) => {
      const place = fires.find((one) => one.id === id);
      return place ? placeInWords(place) : "?";
    },
    exerciseOf: nameOf,
    timeOf: (ms) => timeInWords(ms, timeZone),
    pieceOf: (learnerId) => {
      const handed = works.findLast(
        (work) => work.learnerId === learnerId && work.state === "bench",
      );
      return handed ? nameOf(handed.revisionId) : null;
    },
    demonstrationOf: (id) => {
      const one = demonstrations.find((shown) => shown.id === id);
      return one ? { name: one.name, shownBy: one.shownByName } : null;
    },
  };
}
