"use client";

import { useState } from "react";
import type { Evening, EveningPlan } from "@/core/evening/evening";
import { staysOf } from "@/core/evening/stays";
import { firesTyped, shownTyped, workTyped } from "@/core/evening/textEvening";
import type { LengthUnit } from "@/core/units/length";
import { Timetable } from "../evening/Timetable";
import { FormError, InputField } from "../forms/Field";
import { PageTitle } from "../kit/PageTitle";
import { hoursInWords } from "../words/classes";
import { remedyInWords, whyInWords } from "../words/evening";
import { JottedLists } from "./JottedLists";
import { usePlannedEvening } from "./usePlannedEvening";

interface Typed {
  minutes: string;
  cleanUp: string;
  fires: string;
  work: string;
  instructors: string;
  shown: string;
}

const EMPTY: Typed = {
  ...{ minutes: "150", cleanUp: "10", fires: "1: 2 places, welds\n2: 2 places" },
  ...{ work: "", instructors: "", shown: "" },
};
const LISTS = [
  { key: "fires", label: "Fires", hint: "One a line: 1: 2 places, welds, even 180 mm", rows: 3 },
  {
    key: "work",
    label: "Who makes what",
    hint: "One piece a line: Ines: boat ring, 40 min, weld 20 min, heats 120 mm, guided, after point. When somebody is there: Ines: here 30 to 120",
    rows: 7,
  },
  {
    key: "shown",
    label: "What is shown",
    hint: "One a line: Oda: first weld, 10 min, for Ines, before boat ring, at 1",
    rows: 2,
  },
] as const;

/** Whole minutes, at most a day. */
const MINUTES = /^\d{1,4}$/;

/** Who is at which fire when: an evening as it is jotted down, planned in a worker and drawn. */
export function EveningView({ unit }: { unit: LengthUnit }) {
  const [typed, setTyped] = useState(EMPTY);
  const { planning, plan, stop } = usePlannedEvening<{ typed: Typed; evening: Evening }>();
  const read = readTyped(typed, unit);
  const isBusy = planning.state === "busy";
  const minutesField = (key: "minutes" | "cleanUp", label: string) => (
    <InputField
      label={label}
      error={MINUTES.test(typed[key]) ? undefined : "Whole minutes, such as 150."}
      inputMode="numeric"
      value={typed[key]}
      onChange={(event) => setTyped({ ...typed, [key]: event.target.value })}
    />
  );
  return (
    <main className="grow p-5">
      <PageTitle title="An evening" under={{ href: "/reckon", label: "Reckon" }} />
      <div className="grid gap-8 xl:grid-cols-[360px_minmax(0,1fr)]">
        <form
          onSubmit={(event) => {
            event.preventDefault();
            if (read.evening) plan({ typed, evening: read.evening }, read.evening);
          }}
        >
          <div className="grid grid-cols-2 gap-4">
            {minutesField("minutes", "Minutes")}
            {minutesField("cleanUp", "Of them clean-up")}
          </div>
          <JottedLists
            lists={LISTS}
            typed={typed}
            unread={read.unread}
            onType={(key, text) => setTyped({ ...typed, [key]: text })}
          />
          <InputField
            label="Instructors"
            hint="Besides those who show something: Oda, Joss"
            value={typed.instructors}
            onChange={(event) => setTyped({ ...typed, instructors: event.target.value })}
          />
          <FormError>{planning.state === "idle" ? planning.error : null}</FormError>
          {isBusy ? (
            <div className="flex items-center gap-4">
              <progress className="grow" max={1} value={planning.share}>
                {Math.round(100 * planning.share)} %
              </progress>
              <button type="button" className="button" onClick={stop}>
                Stop
              </button>
            </div>
          ) : (
            <button type="submit" className="button button-main w-full" disabled={!read.evening}>
              Plan the evening
            </button>
          )}
        </form>
        <section aria-live="polite" className="min-w-0">
          {planning.state === "planned" ? (
            <Planned {...planning} isBefore={planning.asked.typed !== typed} />
          ) : (
            <p className="border-t-2 border-ink bg-sheet p-3 text-15 text-ink-2">
              What is begun is finished, without a break. One weld at a time at a fire that welds,
              no heat longer than a fire’s own. Demonstrations come first, then the most finished,
              then the least waiting, then the fewest changes of fire.
            </p>
          )}
        </section>
      </div>
    </main>
  );
}

function Planned({
  plan,
  asked: { evening },
  isBefore,
}: {
  plan: EveningPlan;
  asked: { evening: Evening };
  isBefore: boolean;
}) {
  const names = { workOf: (id: string) => id, demonstrationOf: (id: string) => id };
  const count = evening.learners.reduce((sum, { work }) => sum + work.length, 0);
  return (
    <div className={isBefore ? "opacity-60" : ""}>
      <p className="mb-2 border-b-[3px] border-ink pb-2 text-17">
        {count - plan.left.length} of {count} pieces fit; waiting{" "}
        {hoursInWords(plan.waitingMinutes)} in all, {plan.moves} changes of fire;{" "}
        {plan.isOptimal
          ? "proved the best there is."
          : plan.finished >= plan.bound
            ? "proved that no plan finishes more."
            : `at most ${Math.floor(plan.bound)} count.`}
        {isBefore ? " This was before you changed it." : null}
      </p>
      <Timetable
        beganAt={0}
        timeZone="UTC"
        minutes={evening.minutes}
        cleanUp={evening.cleanUp}
        fires={evening.fires.map(({ id, welds }) => ({ id, name: id, welds }))}
        stays={staysOf(plan.places).map(({ work, learner, ...stay }) => ({
          ...{ ...stay, id: work, who: learner, isPut: false },
          what: work.slice(learner.length + 2),
        }))}
        showings={plan.demonstrations.map(({ id, ...at }) => ({
          ...{ ...at, what: id },
          who: evening.demonstrations.find((one) => one.id === id)!.by,
        }))}
      />
      {plan.left.length > 0 ? (
        <ul className="mt-4 border-t border-rule" aria-label="What doesn’t fit">
          {plan.left.map(({ work, why, remedy }) => (
            <li key={work} className="border-b border-rule py-2 text-15">
              <strong className="font-semibold">{work}</strong> {whyInWords(why, names)}{" "}
              {remedy ? remedyInWords(remedy) : ""}
            </li>
          ))}
        </ul>
      ) : null}
    </div>
  );
}

/** The evening that was typed, null until it can be read whole, and the lines that can't. */
function readTyped(typed: Typed, unit: LengthUnit) {
  const { fires, unread: unreadFires } = firesTyped(typed.fires, unit);
  const { learners, unread: unreadWork } = workTyped(typed.work, unit);
  const { demonstrations, unread: unreadShown } = shownTyped(typed.shown);
  const unread = { fires: unreadFires, work: unreadWork, shown: unreadShown };
  const named = typed.instructors
    .split(",")
    .map((name) => name.trim())
    .filter(Boolean);
  const staff = [...new Set([...named, ...demonstrations.map(({ by }) => by)])];
  const isWhole =
    learners.length > 0 &&
    MINUTES.test(typed.minutes) &&
    MINUTES.test(typed.cleanUp) &&
    Object.values(unread).every(({ length }) => length === 0);
  const evening: Evening | null = isWhole
    ? {
        ...{ minutes: Number(typed.minutes), slot: 5, cleanUp: Number(typed.cleanUp) },
        ...{ fires, learners, demonstrations },
        instructors: staff.map((id) => ({ id })),
      }
    : null;
  return { evening, unread };
}
