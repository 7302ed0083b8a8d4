"use client";

import dynamic from "next/dynamic";
import type { FloorData } from "@/core/records/floor";
import type { Todo } from "@/core/floor/todo";
import type { LengthUnit } from "@/core/units/length";
import { newId } from "../command";
import { Key } from "../kit/Key";
import { useKeys } from "../kit/useKeys";
import { upcomingInWords, nextAtFireInWords, todoInWords } from "../words/floor";
import { timeInWords } from "../words/when";
import { BenchStrip } from "./BenchStrip";
import { FloorSlate } from "./FloorSlate";
import { Room } from "./Room";
import type { LiveFloor } from "./useFloor";
import { useFloorDesk, type FloorDesk } from "./useFloorDesk";

const LearnerSheet = dynamic(() => import("./LearnerSheet").then((module) => module.LearnerSheet));

interface FloorProps {
  data: FloorData;
  title: string;
  /** "Tue 1 Dec" */
  day: string;
  personId: string;
  timeZone: string;
  unit: LengthUnit;
  /** How far the floor's clock is behind this device's, ms; only where the demonstration pretends. */
  behindMs: number;
}

/** The floor of a class: the shop from above, one tap for each thing that happens, and what to do next. */
export function FloorView({ data, title, day, personId, timeZone, unit, behindMs }: FloorProps) {
  const { of, fires, bench } = data;
  const desk = useFloorDesk(data, { personId, behindMs, timeZone });
  const { live, cards, taps, todos, upcoming, names, exercises, chosen, choose, late } = desk;
  const { floor, now, countedTo } = live;
  useFloorKeys(desk, data);
  const toolsDown = timeInWords(of.endsAt - of.cleanUp * 60_000, timeZone);
  return (
    <div className="flex grow flex-col">
      <div className="grid grow lg:grid-cols-[minmax(0,1fr)_344px]">
        <main className="min-w-0 p-5 max-sm:p-3">
          <header className="mb-3 flex flex-wrap items-end gap-x-6 gap-y-2">
            <h1 className="font-slab text-27 font-semibold">
              {title} <span className="quiet font-plain text-15 font-normal">{day}</span>
            </h1>
            <Clock of={of} now={now} timeZone={timeZone} />
            <button
              type="button"
              className="link min-h-11 text-15"
              aria-pressed={floor.breakSince !== null}
              onClick={() => taps.tell({ kind: "break", isOn: floor.breakSince === null })}
            >
              {floor.breakSince === null ? "Break" : "Go on after the break"}
            </button>
          </header>
          <Room
            cards={cards}
            fires={fires.map((fire) => {
              const next = desk.nextAt(fire);
              return { ...fire, next: next ? nextAtFireInWords(next, names) : null };
            })}
            firesOut={floor.firesOut}
            now={countedTo}
            unit={unit}
            chosenId={chosen?.id ?? null}
            onChoose={choose}
            taps={taps}
          />
          <BenchStrip
            floor={floor}
            now={countedTo}
            timeZone={timeZone}
            bench={bench}
            nameOf={names.learnerOf}
            exercises={exercises}
            first={todos.find((one) => one.code === "at-bench")?.workId ?? null}
          />
        </main>
        <FloorSlate
          clock={timeInWords(now, timeZone)}
          todos={todos.map((todo) => ({ todo, said: todoInWords(todo, names) }))}
          upcoming={upcoming.map((one) => ({
            at: timeInWords(one.at, timeZone),
            ...upcomingInWords(one, names),
          }))}
          closeHref={`/prepare/${of.id}/close`}
          onDo={(todo) => doNow(todo, desk)}
          pieceOf={(workId) => floor.works.get(workId)?.pieceId ?? null}
          foot={`Tools down ${toolsDown}. ${late.length === 0 ? "At this pace everybody ends in time." : `At this pace ${late.join(", ")} won’t end in time.`}`}
        />
      </div>
      <footer className="no-print sticky bottom-0 z-20 flex min-h-11 flex-wrap items-center gap-x-4 gap-y-1 border-t border-rule-strong bg-limewash px-5 py-1.5 max-sm:bottom-16">
        <span className="max-sm:hidden sm:contents">
          <Key of="↑ ↓">learner</Key>
          <Key of="1–9">to a fire</Key>
          <Key of="H">+ heat</Key>
          <Key of="N">next stage</Key>
          <Key of="B">the bench</Key>
          <Key of="?">all keys</Key>
        </span>
        <Saved live={live} />
      </footer>
      {chosen ? <LearnerSheet card={chosen} desk={desk} fires={fires} /> : null}
    </div>
  );
}

/** What can be done about a line of the slate at once; the rest opens who it is about. */
function doNow(todo: Todo, { taps: { tell }, choose, plannedFor }: FloorDesk): void {
  if (todo.code === "idle" && todo.next) {
    const { learnerId, revisionId, fireId } = todo.next;
    const begun = plannedFor(learnerId).find((one) => one.revisionId === revisionId)?.workId;
    tell({ kind: "begin", learnerId, workId: begun ?? newId(), revisionId });
    return tell({ kind: "go", learnerId, fireId });
  }
  if (todo.code === "fire-free")
    return tell({ kind: "go", learnerId: todo.learnerId, fireId: todo.fireId });
  if (todo.code === "demonstration")
    return tell({ kind: "show", demonstrationId: todo.demonstrationId, isShown: true });
  if (todo.code === "stuck") return tell({ kind: "stuck", learnerId: todo.learnerId, isOn: false });
  if ("learnerIds" in todo) return choose(todo.learnerIds[0]!);
  if ("learnerId" in todo) choose(todo.learnerId);
}

function useFloorKeys(
  { chosen, choose, setOpen, taps }: FloorDesk,
  { learners, fires }: FloorData,
): void {
  const move = (by: 1 | -1) => {
    const at = learners.findIndex(({ id }) => id === chosen?.id);
    const next = learners[(at + by + learners.length) % learners.length];
    if (next) choose(next.id, false);
  };
  const { tell } = taps;
  const toFires = fires.slice(0, 9).map(({ id: fireId }, index) => [
    String(index + 1),
    () => {
      if (chosen) tell({ kind: "go", learnerId: chosen.id, fireId });
    },
  ]);
  useKeys("floor", {
    ArrowDown: () => move(1),
    ArrowUp: () => move(-1),
    Enter: () => setOpen(chosen !== undefined),
    h: () => chosen && taps.heat(chosen),
    n: () => chosen && taps.stage(chosen),
    b: () => chosen && taps.toBench(chosen),
    s: () => {
      if (!chosen) return;
      tell({ kind: "stuck", learnerId: chosen.id, isOn: chosen.learner.stuckSince === null });
    },
    a: () => chosen && tell({ kind: "attend", learnerId: chosen.id, as: "away" }),
    ...(Object.fromEntries(toFires) as object),
  });
}

/** The evening as a line, with where it is now. */
function Clock({
  of: { beganAt, endsAt, cleanUp },
  now,
  timeZone,
}: {
  of: { beganAt: number; endsAt: number; cleanUp: number };
  now: number;
  timeZone: string;
}) {
  const share = Math.min(1, Math.max(0, (now - beganAt) / (endsAt - beganAt)));
  const down = 1 - (cleanUp * 60_000) / (endsAt - beganAt);
  const x = (part: number) => 4 + part * 392;
  const clock = timeInWords(now, timeZone);
  return (
    <div className="flex min-w-0 grow items-end gap-2 text-13 text-ink-2">
      <span>{timeInWords(beganAt, timeZone)}</span>
      <svg
        viewBox="0 0 400 40"
        className="w-[420px] max-w-[60vw] min-w-0"
        role="img"
        aria-label={`It is ${clock}`}
      >
        <path d={`M4 30H396M${x(down)} 24V36`} stroke="#555E65" />
        <path d={`M4 30H${x(share)}`} stroke="#20262B" strokeWidth="3.5" />
        <path d={`M${x(share)} 22V38`} stroke="#20262B" strokeWidth="4" />
        <text
          x={x(Math.min(0.93, Math.max(0.07, share)))}
          y="15"
          textAnchor="middle"
          fontSize="18"
          fontWeight="600"
          fill="#20262B"
        >
          {clock}
        </text>
      </svg>
      <span>{timeInWords(endsAt, timeZone)}</span>
    </div>
  );
}

/** Whether everything is saved, and what was refused. */
function Saved({ live: { waiting, connection, refused, dismiss } }: { live: LiveFloor }) {
  return (
    <span role="status" className="ml-auto text-13">
      {refused.map(({ order, refused: why }) => (
        <button
          key={order}
          type="button"
          className="link mr-3 min-h-11"
          onClick={() => dismiss(order)}
        >
          {why?.message} Seen
        </button>
      ))}
      {waiting > 0
        ? `${waiting} on this device${connection === "signed-out" ? ": sign in to send them" : ""}`
        : "all saved"}
    </span>
  );
}
