import type { ReactNode } from "react";
import { StairSign } from "../kit/Stairs";
import { Commands } from "./Commands";
import type { CommandTarget } from "./places";
import { OfflineWorker } from "../offline/OfflineWorker";
import { Verbs } from "./Verbs";
import { Link } from "../kit/Link";

export interface ShellPerson {
  id: string;
  name: string;
  schoolName: string;
  staff: boolean;
}

const STAFF_VERBS = [
  { href: "/set", label: "Set" },
  { href: "/prepare", label: "Prepare" },
  { href: "/floor", label: "Floor" },
  { href: "/measure", label: "Measure" },
  { href: "/climb", label: "Climb" },
  { href: "/reckon", label: "Reckon" },
] as const;

const LEARNER_VERBS = [
  { href: "/next", label: "Next" },
  { href: "/measure", label: "Measure" },
  { href: "/eye", label: "Eye" },
  { href: "/stair", label: "My stair" },
] as const;

/** The frame of every signed-in page: the sign, the verbs in the order of work, and who is here. */
export function Shell({
  person,
  targets,
  children,
}: {
  person: ShellPerson;
  targets: CommandTarget[];
  children: ReactNode;
}) {
  const verbs = person.staff ? STAFF_VERBS : LEARNER_VERBS;
  const places = [
    ...verbs,
    ...(person.staff ? [{ href: "/school", label: "The school" }] : []),
    { href: "/me", label: "Your account: units, password, sign-out" },
  ];
  return (
    <div className="flex min-h-dvh flex-col" data-person={person.id}>
      <OfflineWorker />
      <a href="#work" className="button absolute left-2 top-[-80px] z-50 focus:top-2 no-print">
        Go to the work
      </a>
      <header className="no-print flex h-14 shrink-0 items-stretch gap-6 border-b border-rule-strong px-5 max-sm:px-4">
        <Link
          href="/"
          className="flex items-center gap-2.5 font-slab text-17 font-bold whitespace-nowrap"
        >
          <StairSign />
          Bell Step
        </Link>
        <Verbs verbs={verbs} className="max-sm:hidden lg:ml-12" />
        <div className="ml-auto flex items-center gap-4 text-15">
          <Commands places={places} targets={targets} staff={person.staff} />
          {person.staff ? (
            <Link href="/school" className="quiet flex min-h-11 items-center max-lg:hidden">
              {person.schoolName}
            </Link>
          ) : (
            <span className="quiet max-lg:hidden">{person.schoolName}</span>
          )}
          <Link href="/me" className="flex min-h-11 items-center font-semibold max-lg:hidden">
            {person.name}
          </Link>
          <Link href="/me" className="flex min-h-11 items-center font-semibold lg:hidden">
            {person.name.split(" ")[0]}
          </Link>
        </div>
      </header>
      <div id="work" tabIndex={-1} className="flex grow flex-col outline-none">
        {children}
      </div>
      {/* On a phone they stand at the foot, under the thumb. */}
      <Verbs
        verbs={verbs}
        className="sticky bottom-0 z-20 h-16 border-t border-rule-strong bg-limewash sm:hidden"
        spread
      />
    </div>
  );
}
