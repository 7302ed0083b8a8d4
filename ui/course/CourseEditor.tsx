"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import {
  closedTechniques,
  courseSchema,
  type Course,
  type CourseTechniqueContent,
  type StandingProgress,
} from "@/core/climb/course";
import { findLoop } from "@/core/climb/curriculum";
import { STEP_NAMES, type Step } from "@/core/trade/steps";
import { newId, post } from "../command";
import { useCommand } from "../useCommand";
import { useStandingProgress } from "./useStandingProgress";
import { CourseDrawing } from "./CourseDrawing";
import { RulesFields } from "./RulesFields";
import { TechniqueFields } from "./TechniqueFields";
import { listed, stepInWords } from "../words/climb";
import { countOf } from "../words/count";
import { FormDone } from "../forms/Field";

export interface CourseExercise {
  id: string;
  name: string;
  techniqueId: string;
  step: Step;
}

interface Change {
  learner: string;
  technique: string;
  before: Step | 0;
  after: Step | 0;
  towards: { before: string; after: string } | null;
}

/** The course as it is worked on: drawn, edited beside, its effect seen before it is published. */
export function CourseEditor({
  base,
  course: initial,
  exercises,
  updating,
}: {
  base: number;
  course: Course;
  exercises: readonly CourseExercise[];
  updating: StandingProgress | null;
}) {
  const router = useRouter();
  const [course, setCourse] = useState(initial);
  const [chosen, setChosen] = useState<string | null>(initial.techniques[0]?.id ?? null);
  const [changes, setChanges] = useState<Change[] | null>(null);
  const looking = useCommand();
  const publishing = useCommand();
  const [done, setDone] = useState<string | null>(null);
  const progress = useStandingProgress(updating);
  const changed = course !== initial;
  const read = courseSchema.safeParse(course);
  const wrong = read.success
    ? null
    : (read.error.issues[0]?.message ?? "The course can't be read.");
  // A loop can't be laid out: the last course without one stays drawn.
  const [drawn, setDrawn] = useState(initial.techniques);
  const change = (next: Course) => {
    setCourse(next);
    setChanges(null);
    setDone(null);
    if (!findLoop(next.techniques)) setDrawn(next.techniques);
  };
  const technique = course.techniques.find(({ id }) => id === chosen) ?? null;
  const changeTechnique = (next: CourseTechniqueContent) =>
    change({
      ...course,
      techniques: course.techniques.map((one) => (one.id === next.id ? next : one)),
    });
  const takeOut = (id: string) => {
    setChosen(null);
    change({
      ...course,
      techniques: course.techniques
        .filter((one) => one.id !== id)
        .map((one) => ({ ...one, after: one.after.filter((before) => before !== id) })),
    });
  };
  const add = () => {
    const id = newId();
    const name = freeName(course.techniques.map((one) => one.name));
    change({
      ...course,
      techniques: [...course.techniques, { id, name, summary: "", after: [], halfLifeDays: 120 }],
    });
    setChosen(id);
  };
  const look = async () => {
    const answer = await looking.wait(post<Change[]>("/api/course/preview", { course }));
    if (answer.ok) setChanges(answer.value);
  };
  const publish = async () => {
    const answer = await publishing.send("publish-course", { revisionId: newId(), base, course });
    if (!answer.ok) return;
    setDone("Published. What was earned is as it was.");
    router.refresh();
  };

  return (
    <div className="mt-3 grid gap-6 xl:grid-cols-[minmax(0,1fr)_360px]">
      <div className="min-w-0">
        <CourseDrawing nodes={drawn} chosen={chosen} onChoose={setChosen} />
        <PublishBar
          changed={changed}
          wrong={wrong ?? looking.error ?? publishing.error}
          sound={wrong === null}
          looked={changes !== null}
          busy={looking.busy ? "looking" : publishing.busy ? "publishing" : null}
          done={done}
          onAdd={add}
          onLook={() => void look()}
          onPublish={() => void publish()}
          onLeave={() => change(initial)}
        />
        {progress ? <Standings progress={progress} /> : null}
        {changes ? <Effect changes={changes} /> : null}
        <Closed course={course} exercises={exercises} onChoose={setChosen} />
        <RulesFields rules={course.rules} onChange={(rules) => change({ ...course, rules })} />
      </div>
      {technique ? (
        <TechniqueFields
          key={technique.id}
          technique={technique}
          others={course.techniques.filter(({ id }) => id !== technique.id)}
          exercises={exercises.filter(({ techniqueId }) => techniqueId === technique.id)}
          rules={course.rules}
          countsTo={course.countsTo}
          onChange={changeTechnique}
          onCounts={(countsTo) => change({ ...course, countsTo })}
          onTakeOut={() => takeOut(technique.id)}
        />
      ) : (
        <p className="quiet text-15">Choose a technique to change it.</p>
      )}
    </div>
  );
}

function PublishBar({
  changed,
  wrong,
  sound,
  looked,
  busy,
  done,
  onAdd,
  onLook,
  onPublish,
  onLeave,
}: {
  changed: boolean;
  /** What is wrong with the course, or went wrong with sending it. */
  wrong: string | null;
  sound: boolean;
  /** What it would do has been looked at. */
  looked: boolean;
  busy: "looking" | "publishing" | null;
  done: string | null;
  onAdd: () => void;
  onLook: () => void;
  onPublish: () => void;
  onLeave: () => void;
}) {
  return (
    <>
      <div className="mt-3 flex flex-wrap items-center gap-3">
        <button type="button" className="button" onClick={onAdd}>
          Add a technique
        </button>
        <button
          type="button"
          className="button"
          disabled={!changed || !sound || busy !== null}
          onClick={onLook}
        >
          {busy === "looking" ? "Looking …" : "What would it do?"}
        </button>
        <button
          type="button"
          className="button button-main"
          disabled={!looked || busy !== null}
          onClick={onPublish}
        >
          {busy === "publishing" ? "Publishing …" : "Publish it"}
        </button>
        {changed ? (
          <button type="button" className="link min-h-11 px-2 text-15 text-ink-2" onClick={onLeave}>
            Leave it as it was
          </button>
        ) : null}
      </div>
      {wrong ? (
        <p role="alert" className="mt-2 border-l-4 border-light bg-sheet px-3 py-2 text-15">
          {wrong}
        </p>
      ) : null}
      <div className="mt-2">
        <FormDone>{done}</FormDone>
      </div>
    </>
  );
}

function freeName(taken: readonly string[]): string {
  const names = new Set(taken.map((name) => name.toLowerCase()));
  for (let number = 1; ; number += 1) {
    const name = number === 1 ? "New technique" : `New technique ${number}`;
    if (!names.has(name.toLowerCase())) return name;
  }
}

/** What can't be opened, whatever anybody makes. */
function Closed({
  course,
  exercises,
  onChoose,
}: {
  course: Course;
  exercises: readonly CourseExercise[];
  onChoose: (techniqueId: string) => void;
}) {
  const closed = closedTechniques(course, exercises);
  if (closed.length === 0) return null;
  const nameOf = new Map(course.techniques.map(({ id, name }) => [id, name]));
  return (
    <section aria-label="What stays closed" className="mt-4 border-l-4 border-light bg-sheet p-3">
      <h2 className="font-semibold">These open nothing: their exercises don’t prove Fair</h2>
      <ul className="mt-1 text-15">
        {closed.map(({ techniqueId, provesTo, closes }) => (
          <li key={techniqueId}>
            <button
              type="button"
              className="link min-h-11 pr-2"
              onClick={() => onChoose(techniqueId)}
            >
              {nameOf.get(techniqueId)}
            </button>
            proves {STEP_NAMES[provesTo]}: whoever isn’t Fair in it yet can’t come to{" "}
            {listed(closes.map((id) => nameOf.get(id)!.toLowerCase()))}
          </li>
        ))}
      </ul>
    </section>
  );
}

/** What publishing would do, before it is done. */
function Effect({ changes }: { changes: readonly Change[] }) {
  if (changes.length === 0)
    return (
      <p className="mt-3 bg-sheet p-4 text-15">
        Nobody’s standing changes, nor what they are on the way to.
      </p>
    );
  const gained = changes.filter(({ before, after }) => before !== after).length;
  return (
    <section aria-label="What it would do" className="mt-3">
      <h2 className="font-slab text-20 font-semibold">
        {countOf(gained, "step")} gained, {changes.length - gained} on the way changed; none lost
      </h2>
      <div className="mt-2 max-h-72 overflow-auto">
        <table className="ledger text-15">
          <tbody>
            {changes.map(({ learner, technique, before, after, towards }) => (
              <tr key={`${learner}/${technique}`}>
                <td className="font-semibold">{learner}</td>
                <td>{technique}</td>
                <td>
                  {before === after
                    ? `on the way: ${towards?.before || "nothing"} becomes ${towards?.after || "nothing"}`
                    : `${stepInWords(before)} becomes ${stepInWords(after)}`}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </section>
  );
}

/** How far everybody's standings are worked out by what was published. */
function Standings({ progress: { done, learners } }: { progress: StandingProgress }) {
  return (
    <p role="status" className="mt-3 flex flex-wrap items-center gap-3 text-15">
      <progress
        className="w-48"
        aria-label="Standings worked out"
        max={Math.max(1, learners)}
        value={done}
      />
      Standings are being worked out: {done} of {countOf(learners, "learner")}. You can go on.
    </p>
  );
}
