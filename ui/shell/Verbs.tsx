"use client";

import { usePathname } from "next/navigation";
import { Pending } from "./Pending";
import { Link } from "../kit/Link";

/** The verbs; a thick ink line says where you are. */
export function Verbs({
  verbs,
  className = "",
  spread = false,
}: {
  verbs: readonly { href: string; label: string }[];
  className?: string;
  /** Across the whole width, for the foot of a phone. */
  spread?: boolean;
}) {
  const path = usePathname();
  return (
    <nav aria-label="Work" className={`no-print flex items-stretch overflow-x-auto ${className}`}>
      {verbs.map(({ href, label }) => {
        const here = path === href || path.startsWith(`${href}/`);
        return (
          <Link
            key={href}
            href={href}
            aria-current={here ? "page" : undefined}
            className={`flex items-center justify-center px-4 text-17 max-lg:px-2.5 max-lg:text-15 ${spread ? "grow border-t-[5px] text-15" : "border-y-[5px] border-t-transparent"} ${here ? "border-ink font-semibold text-ink" : "border-transparent text-ink-2"}`}
          >
            {label}
            <Pending />
          </Link>
        );
      })}
    </nav>
  );
}
