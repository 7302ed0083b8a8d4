"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import { useCommand } from "../useCommand";
import { Link } from "../kit/Link";

export interface ListedClass {
  id: string;
  cohort: string;
  /** "Tue 1 Dec, 18:30". */
  when: string;
  hearths: number;
}

/** The classes to come, each to be opened or called off. */
export function ClassList({
  classes,
  manages,
}: {
  classes: readonly ListedClass[];
  manages: boolean;
}) {
  const router = useRouter();
  const [asking, setAsking] = useState<string | null>(null);
  const command = useCommand();
  const callOff = async (classId: string) => {
    const answer = await command.send("call-off-class", { classId });
    setAsking(null);
    if (answer.ok) router.refresh();
  };
  if (classes.length === 0) return <p className="quiet text-15">None is planned.</p>;
  return (
    <>
      <ul className="max-h-96 overflow-auto border-t border-rule text-15" tabIndex={0}>
        {classes.map(({ id, cohort, when, hearths }) => (
          <li key={id} className="flex flex-wrap items-center gap-x-3 border-b border-rule">
            <span className="grow">
              <Link href={`/prepare/${id}`} className="link inline-block pt-2">
                {when}
              </Link>
              <span className="quiet block pb-1 text-13">
                {cohort}, {hearths === 1 ? "one hearth" : `${hearths} hearths`}
              </span>
            </span>
            {!manages ? null : asking === id ? (
              <span className="flex gap-2">
                <button type="button" className="button" onClick={() => void callOff(id)}>
                  Call it off
                </button>
                <button
                  type="button"
                  className="link min-h-11 px-2"
                  onClick={() => setAsking(null)}
                >
                  Leave it
                </button>
              </span>
            ) : (
              <button
                type="button"
                className="link min-h-11 px-2 text-13 text-ink-2"
                aria-label={`Call off ${when}, ${cohort}`}
                onClick={() => setAsking(id)}
              >
                call off
              </button>
            )}
          </li>
        ))}
      </ul>
      {command.error ? (
        <p role="alert" className="mt-2 text-15 text-light">
          {command.error}
        </p>
      ) : null}
    </>
  );
}
