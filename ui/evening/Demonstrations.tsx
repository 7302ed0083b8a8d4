"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import { newId } from "../command";
import { useCommand } from "../useCommand";

interface Named {
  id: string;
  name: string;
}

interface Shown {
  id: string;
  name: string;
  shownByName: string;
  minutes: number;
  learnerIds: readonly string[];
  beforeRevisionId: string | null;
}

/** What is shown on an evening: by whom, to whom, at which fire. */
export function Demonstrations({
  classId,
  demonstrations,
  learners,
  pieces,
  instructors,
  fires,
}: {
  classId: string;
  demonstrations: readonly Shown[];
  learners: readonly Named[];
  /** What is made on the evening, by its revisions. */
  pieces: readonly Named[];
  instructors: readonly Named[];
  fires: readonly Named[];
}) {
  const router = useRouter();
  const { send, busy, error } = useCommand();
  const [name, setName] = useState("");
  const [minutes, setMinutes] = useState("15");
  const [shownBy, setShownBy] = useState(instructors[0]?.id ?? "");
  const [fireId, setFireId] = useState("");
  const [beforeId, setBeforeId] = useState("");
  const [learnerIds, setLearnerIds] = useState<readonly string[]>(learners.map(({ id }) => id));
  const add = async () => {
    const answer = await send("keep-demonstration", {
      demonstrationId: newId(),
      classId,
      name,
      shownBy,
      minutes: Number(minutes),
      learnerIds: [...learnerIds],
      fireId: fireId || null,
      beforeRevisionId: beforeId || null,
    });
    if (!answer.ok) return;
    setName("");
    router.refresh();
  };
  const takeBack = async (demonstrationId: string) => {
    const answer = await send("take-back-demonstration", { demonstrationId });
    if (answer.ok) router.refresh();
  };
  const beforeWhat = (revisionId: string | null) => {
    const before = pieces.find(({ id }) => id === revisionId);
    return before ? `, before the ${before.name.toLowerCase()}` : "";
  };
  return (
    <section aria-label="Shown" className="no-print mt-6 border-t border-rule pt-3">
      <h2 className="font-slab text-20 font-semibold">Shown</h2>
      <ul className="text-15">
        {demonstrations.length === 0 ? <li className="quiet">Nothing is shown.</li> : null}
        {demonstrations.map((one) => (
          <li key={one.id} className="flex flex-wrap items-center gap-x-3 border-b border-rule">
            <span className="grow py-2">
              {one.shownByName} shows {one.name}, {one.minutes} min, to {one.learnerIds.length}
              {beforeWhat(one.beforeRevisionId)}
            </span>
            <button
              type="button"
              className="link min-h-11 px-2 text-13 text-ink-2"
              disabled={busy}
              aria-label={`Take back ${one.name}`}
              onClick={() => void takeBack(one.id)}
            >
              take back
            </button>
          </li>
        ))}
      </ul>
      {error ? (
        <p role="alert" className="mt-2 text-15 text-light">
          {error}
        </p>
      ) : null}
      <details>
        <summary className="link flex min-h-11 items-center text-15">Show something</summary>
        <form
          className="grid max-w-xl gap-3 sm:grid-cols-2"
          onSubmit={(event) => {
            event.preventDefault();
            void add();
          }}
        >
          <label className="text-15">
            What is shown
            <input
              className="field mt-1"
              value={name}
              maxLength={60}
              onChange={({ target }) => setName(target.value)}
            />
          </label>
          <label className="text-15">
            Minutes
            <input
              className="field mt-1"
              inputMode="numeric"
              value={minutes}
              onChange={({ target }) => setMinutes(target.value)}
            />
          </label>
          <Choice label="By" value={shownBy} onChange={setShownBy} of={instructors} />
          <Choice
            label="At"
            value={fireId}
            onChange={setFireId}
            of={[
              { id: "", name: "any fire" },
              ...fires.map((fire) => ({ ...fire, name: `fire ${fire.name}` })),
            ]}
          />
          <Choice
            label="Before they begin"
            value={beforeId}
            onChange={setBeforeId}
            of={[{ id: "", name: "nothing in particular" }, ...pieces]}
          />
          <fieldset className="sm:col-span-2">
            <legend className="text-15">To</legend>
            <div className="flex flex-wrap gap-x-5">
              {learners.map((learner) => (
                <label key={learner.id} className="flex min-h-11 items-center gap-2 text-15">
                  <input
                    type="checkbox"
                    className="size-5 accent-ink"
                    checked={learnerIds.includes(learner.id)}
                    onChange={({ target }) =>
                      setLearnerIds(
                        target.checked
                          ? [...learnerIds, learner.id]
                          : learnerIds.filter((id) => id !== learner.id),
                      )
                    }
                  />
                  {learner.name}
                </label>
              ))}
            </div>
          </fieldset>
          <button type="submit" className="button w-fit" disabled={busy}>
            Plan it
          </button>
        </form>
      </details>
    </section>
  );
}

function Choice({
  label,
  value,
  onChange,
  of,
}: {
  label: string;
  value: string;
  onChange: (value: string) => void;
  of: readonly Named[];
}) {
  return (
    <label className="text-15">
      {label}
      <select
        className="field mt-1"
        value={value}
        onChange={({ target }) => onChange(target.value)}
      >
        {of.map(({ id, name }) => (
          <option key={id} value={id}>
            {name}
          </option>
        ))}
      </select>
    </label>
  );
}
