import type { ReactNode } from "react";

/** A page's worth of nothing: what is the matter, and what can be done. */
export function Notice({ title, children }: { title: string; children: ReactNode }) {
  return (
    <main className="mx-auto w-full max-w-xl px-5 py-16">
      <h1 className="border-t-[5px] border-ink pt-4 font-slab text-27 font-semibold">{title}</h1>
      <div className="mt-3 space-y-4 text-17">{children}</div>
    </main>
  );
}
