import type { ReactNode } from "react";

/** The title of a section of an exercise's page or sheet. */
export function SectionTitle({ children }: { children: ReactNode }) {
  return <h2 className="mt-6 mb-2 font-slab text-20 font-semibold">{children}</h2>;
}
