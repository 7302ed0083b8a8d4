import type { ReactNode } from "react";

export interface SlateNote {
  title: string;
  /** In a line or two. */
  detail: string;
  href?: string;
}

/** What Bell Step says of a learner: the next piece, and what else matters, on the slate. */
export function NextSlate({
  who,
  head,
  why,
  notes,
  children,
}: {
  who: string;
  head: string;
  why: string;
  notes: readonly SlateNote[];
  children?: ReactNode;
}) {
  return (
    <aside aria-label={`What is next for ${who}`} className="bg-slate p-6 text-chalk">
      <p className="text-13 text-chalk-2">{who}</p>
      <h2 className="mt-1 font-slab text-27 font-semibold">{head}</h2>
      <p className="mt-2 text-15 text-chalk-2">{why}</p>
      {children}
      <ul className="mt-4">
        {notes.map(({ title, detail, href }) => (
          <li key={title} className="border-t border-slate-rule py-3">
            <h3 className="font-slab text-17 font-semibold">
              {href ? (
                <a href={href} className="link">
                  {title}
                </a>
              ) : (
                title
              )}
            </h3>
            <p className="text-15 text-chalk-2">{detail}</p>
          </li>
        ))}
      </ul>
    </aside>
  );
}
