"use client";

import { usePathname } from "next/navigation";
import { Link } from "../kit/Link";

const PLACES = [
  { href: "/climb", label: "Learners" },
  { href: "/climb/class", label: "The next class" },
  { href: "/climb/exercises", label: "Exercises and faults" },
  { href: "/climb/agreement", label: "Inspectors" },
  { href: "/climb/track-record", label: "How sure are we" },
  { href: "/climb/course", label: "The course" },
] as const;

/** The rooms of the climb; a thick line says where you are. */
export function ClimbTabs() {
  const path = usePathname();
  return (
    <nav aria-label="Climb" className="no-print -mt-2 mb-3 flex flex-wrap text-15">
      {PLACES.map(({ href, label }) => {
        const here = path === href;
        return (
          <Link
            key={href}
            href={href}
            aria-current={here ? "page" : undefined}
            className={`flex min-h-11 items-center border-b-[3px] px-3 first:-ml-3 ${here ? "border-ink font-semibold" : "border-transparent text-ink-2"}`}
          >
            {label}
          </Link>
        );
      })}
    </nav>
  );
}
