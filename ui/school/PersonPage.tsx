"use client";

import { useRouter } from "next/navigation";
import { useState, type ReactNode } from "react";
import type { CommandInput, CommandName } from "@/core/records/commands";
import { ROLES, type Role } from "@/core/records/peopleCommands";
import type { Machine } from "@/core/trade/machines";
import { FormError } from "../forms/Field";
import { SheetDialog } from "../kit/Sheet";
import { useCommand } from "../useCommand";
import { countOf } from "../words/count";
import { ROLE_MEANS, ROLE_WITH_ARTICLE } from "../words/roles";
import { dayInWords } from "../words/when";
import { Clearances } from "./Clearances";
import { WayIn } from "./WayIn";

export interface ShownPerson {
  id: string;
  name: string;
  role: Role;
  tagCode: string | null;
  cohortId: string | null;
  joined: boolean;
  leftAt: string | null;
  cleared: Machine[];
  /** Where they are signed in now: "a phone, Tue 3 Nov 19:04". */
  sessions: string[];
  kept: { pieces: number; techniques: number; readings: number; photographs: number };
  lastAt: string | null;
}

interface PersonPageProps {
  person: ShownPerson;
  school: { name: string; timeZone: string };
  cohorts: readonly { id: string; name: string }[];
  /** Whom they might be once more. */
  others: readonly { id: string; name: string }[];
  /** What whoever looks may do. */
  may: { lookAfter: boolean; own: boolean };
}

/** One person of the school, and what can be done for them. */
export function PersonPage(props: PersonPageProps) {
  const { person, school, cohorts, may } = props;
  const router = useRouter();
  const { send, busy, error } = useCommand();
  const { id: personId, name, role } = person;
  const run = async <Name extends CommandName>(command: Name, input: CommandInput<Name>) => {
    const answer = await send(command, input);
    if (answer.ok) router.refresh();
    return answer.ok;
  };
  const isLearner = role === "learner";
  return (
    <section
      aria-label={name}
      className="flex flex-col border-[3px] border-ink bg-white p-5 text-15 max-lg:order-first max-lg:mb-4 lg:sticky lg:top-2 lg:max-h-[calc(100dvh-16px)] lg:overflow-y-auto"
    >
      <div className="flex items-baseline justify-between gap-3">
        <h2 className="font-slab text-27 font-semibold">{name}</h2>
        <span className="quiet">{person.tagCode}</span>
      </div>
      <p className="quiet mb-3">{didInWords(person, school.timeZone)}</p>
      <FormError>{error}</FormError>
      <Row label="Name">
        <Renamed
          {...{ person, may: may.lookAfter, busy }}
          onRename={(to) => run("rename-person", { personId, name: to })}
        />
      </Row>
      <Row label="Role">
        {may.own ? (
          <RoleChoice
            {...{ person, cohorts, busy }}
            onChoose={(to, cohortId) => run("change-role", { personId, role: to, cohortId })}
          />
        ) : (
          <b>{role}</b>
        )}
      </Row>
      {isLearner ? (
        <>
          <Row label="Cohort">
            <select
              aria-label="Cohort"
              data-key="m"
              className="field"
              value={person.cohortId ?? ""}
              disabled={busy || !may.lookAfter}
              onChange={({ target }) =>
                void run("move-learner", { personId, cohortId: target.value })
              }
            >
              {cohorts.map(({ id, name: of }) => (
                <option key={id} value={id}>
                  {of}
                </option>
              ))}
            </select>
          </Row>
          <Row label="Machines">
            <Clearances {...{ personId, name }} cleared={person.cleared} manages={may.lookAfter} />
          </Row>
        </>
      ) : null}
      {person.leftAt === null ? (
        <SignsIn {...props} busy={busy} onEnd={() => run("end-sessions", { personId })} />
      ) : null}
      <Row label="Leaves">
        <div className="flex items-center justify-between gap-3">
          {person.leftAt ? (
            <span>left {dayInWords(person.leftAt, school.timeZone)}; the record stays</span>
          ) : (
            <span className="quiet">is here</span>
          )}
          {may.lookAfter ? (
            <button
              type="button"
              className="link min-h-11 shrink-0"
              disabled={busy}
              onClick={() => void run("leave-school", { personId, left: person.leftAt === null })}
            >
              {person.leftAt ? "comes back" : "leaves today"}
            </button>
          ) : null}
        </div>
      </Row>
      <Row label="Kept here">
        <div className="flex items-start justify-between gap-3">
          <span>
            <b>{countOf(person.kept.readings, "reading")}</b>,{" "}
            {countOf(person.kept.photographs, "picture")}
          </span>
          {may.lookAfter ? (
            <a
              href={`/api/person/${personId}/everything`}
              download
              data-key="t"
              className="link flex min-h-11 shrink-0 items-center"
            >
              take it out
            </a>
          ) : null}
        </div>
      </Row>
      {may.own ? (
        <Merging
          {...props}
          busy={busy}
          onMerge={(otherId) => run("merge-people", { personId, otherId })}
        />
      ) : null}
      {may.own && person.leftAt ? (
        <Erasing name={name} busy={busy} onErase={() => run("erase-person", { personId })} />
      ) : null}
    </section>
  );
}

/** Where they are signed in, and a way in for who has none. */
function SignsIn({
  person,
  school,
  may,
  busy,
  onEnd,
}: PersonPageProps & { busy: boolean; onEnd: () => Promise<boolean> }) {
  const { id: personId, name, joined, sessions } = person;
  return (
    <Row label="Signs in">
      {sessions.length === 0 ? (
        <p className="quiet">{joined ? "nowhere now" : "has not joined"}</p>
      ) : (
        <div className="flex items-start justify-between gap-3">
          <ul>
            {sessions.map((one, index) => (
              <li key={`${index} ${one}`}>{one}</li>
            ))}
          </ul>
          <button
            type="button"
            className="link min-h-11 shrink-0"
            disabled={busy}
            onClick={() => void onEnd()}
          >
            sign out everywhere
          </button>
        </div>
      )}
      {may.lookAfter ? (
        <div className="mt-2">
          <WayIn {...{ personId, name, joined }} school={school.name} timeZone={school.timeZone} />
        </div>
      ) : null}
    </Row>
  );
}

function didInWords({ role, kept, lastAt }: ShownPerson, timeZone: string): string {
  if (role !== "learner") return `${ROLE_WITH_ARTICLE[role]}: ${ROLE_MEANS[role]}`;
  if (kept.pieces === 0) return "has made nothing yet";
  const last = lastAt ? `, last piece ${dayInWords(lastAt, timeZone)}` : "";
  return `${countOf(kept.pieces, "piece")}, ${countOf(kept.techniques, "technique")}${last}`;
}

function Row({ label, children }: { label: string; children: ReactNode }) {
  return (
    <div className="grid grid-cols-[76px_minmax(0,1fr)] items-start border-t border-rule py-2">
      <span className="quiet pt-2.5 text-13">{label}</span>
      <div className="min-h-11 content-center">{children}</div>
    </div>
  );
}

function Renamed({
  person,
  may,
  busy,
  onRename,
}: {
  person: ShownPerson;
  may: boolean;
  busy: boolean;
  onRename: (name: string) => Promise<boolean>;
}) {
  const [text, setText] = useState<string | null>(null);
  if (text === null)
    return (
      <div className="flex items-center justify-between gap-3">
        <b>{person.name}</b>
        {may ? (
          <button type="button" className="link min-h-11" onClick={() => setText(person.name)}>
            change<span className="sr-only"> the name</span>
          </button>
        ) : null}
      </div>
    );
  return (
    <form
      className="flex gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        void onRename(text).then((ok) => ok && setText(null));
      }}
    >
      <input
        aria-label="Name"
        className="field"
        value={text}
        onChange={({ target }) => setText(target.value)}
      />
      <button type="submit" className="button" disabled={busy}>
        Keep
      </button>
    </form>
  );
}

/** A role is changed at once; for a learner the cohort is asked. */
function RoleChoice({
  person,
  cohorts,
  busy,
  onChoose,
}: {
  person: ShownPerson;
  cohorts: readonly { id: string; name: string }[];
  busy: boolean;
  onChoose: (role: Role, cohortId: string | null) => Promise<boolean>;
}) {
  const [isLearnerOf, setLearnerOf] = useState<string | null>(null);
  if (isLearnerOf !== null)
    return (
      <div className="flex flex-wrap gap-2">
        <select
          aria-label="In which cohort"
          className="field"
          value={isLearnerOf}
          onChange={({ target }) => setLearnerOf(target.value)}
        >
          {cohorts.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </select>
        <button
          type="button"
          className="button"
          disabled={busy}
          onClick={() =>
            void onChoose("learner", isLearnerOf).then((ok) => ok && setLearnerOf(null))
          }
        >
          A learner there
        </button>
        <button type="button" className="link min-h-11" onClick={() => setLearnerOf(null)}>
          leave it
        </button>
      </div>
    );
  return (
    <select
      aria-label="Role"
      className="field"
      value={person.role}
      disabled={busy}
      onChange={({ target }) => {
        const role = target.value as Role;
        if (role === "learner") setLearnerOf(cohorts[0]?.id ?? "");
        else void onChoose(role, null);
      }}
    >
      {ROLES.map((role) => (
        <option key={role} value={role}>
          {role}
        </option>
      ))}
    </select>
  );
}

function Merging({
  person,
  others,
  busy,
  onMerge,
}: PersonPageProps & { busy: boolean; onMerge: (otherId: string) => Promise<boolean> }) {
  const [otherId, setOtherId] = useState("");
  const other = others.find(({ id }) => id === otherId);
  return (
    <Row label="Twice here">
      <select
        aria-label="The same person as"
        className="field"
        value={otherId}
        onChange={({ target }) => setOtherId(target.value)}
      >
        <option value="">no other entry is the same person</option>
        {others.map(({ id, name }) => (
          <option key={id} value={id}>
            the same person as {name}
          </option>
        ))}
      </select>
      {other ? (
        <div className="mt-2">
          <p>
            Everything of {other.name} becomes {person.name}’s, and {other.name}’s entry goes. It
            can’t be taken apart again.
          </p>
          <button
            type="button"
            className="button mt-2 border-light text-light"
            disabled={busy}
            onClick={() => void onMerge(other.id).then((ok) => ok && setOtherId(""))}
          >
            Make them one
          </button>
        </div>
      ) : null}
    </Row>
  );
}

/** What can't be undone stands last, and is asked twice. */
function Erasing({
  name,
  busy,
  onErase,
}: {
  name: string;
  busy: boolean;
  onErase: () => Promise<boolean>;
}) {
  const [open, setOpen] = useState(false);
  return (
    <div className="mt-4 flex items-center justify-between gap-4 border-t-2 border-ink pt-4">
      <p>
        Erase name, address, pictures, notes and tags.
        <br />
        The readings stay, as nobody’s.
      </p>
      <button
        type="button"
        className="button shrink-0 border-light text-light"
        onClick={() => setOpen(true)}
      >
        Erase …
      </button>
      <SheetDialog title={`Erase ${name}`} open={open} onOpenChange={setOpen}>
        <p className="mb-4 text-15">
          Name, address, pictures, notes and tags of {name} go for good. Nobody can bring them back,
          also not out of this application’s records; archives and backups taken before still have
          them. What was measured stays for the school’s figures, under no name. Take their record
          out first if they want it.
        </p>
        <button
          type="button"
          className="button border-light text-light"
          disabled={busy}
          onClick={() => void onErase().then((ok) => ok && setOpen(false))}
        >
          Erase {name} for good
        </button>
      </SheetDialog>
    </div>
  );
}
