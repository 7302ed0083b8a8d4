"use client";

import { useRouter } from "next/navigation";
import { newId } from "../command";
import { Link } from "../kit/Link";
import { useCommand } from "../useCommand";

/** Something that isn't right with an evening yet, and what can be done about it at once. */
export interface NotRight {
  title: string;
  detail: string;
  /** A piece that can be left for another evening. */
  drop?: { learnerId: string; revisionId: string };
  /** Whether bar for it has to be bought. */
  isShort?: boolean;
  /** Whether it was put somewhere, and can be let free. */
  isPut?: boolean;
}

const COUNTS = ["Nothing", "One thing", "Two things", "Three things", "Four things", "Five things"];

function titleOf(problems: readonly NotRight[] | null): string {
  if (!problems) return "It is being planned";
  if (problems.length === 0) return "It all fits";
  const count = COUNTS[problems.length] ?? `${problems.length} things`;
  return `${count} ${problems.length === 1 ? "is" : "are"} not right yet`;
}

/** What Bell Step says of an evening: what isn't right yet, in order. */
export function EveningSlate({
  classId,
  before,
  problems,
  manages,
  children,
}: {
  classId: string;
  /** "Before Thursday" */
  before: string;
  /** Null while it is being planned. */
  problems: readonly NotRight[] | null;
  manages: boolean;
  children: React.ReactNode;
}) {
  const router = useRouter();
  const { send, busy, error } = useCommand();
  const say = async (of: NonNullable<NotRight["drop"]>, says: "drop" | "make") => {
    const answer = await send("say-evening", { wordId: newId(), classId, ...of, says });
    if (answer.ok) router.refresh();
  };
  const firstShort = problems?.findIndex(({ isShort }) => isShort);
  return (
    <aside aria-label="What isn’t right yet" className="bg-slate text-chalk">
      <div className="flex flex-col p-6 xl:sticky xl:top-0 xl:h-[calc(100vh-56px)]">
        <p className="text-13 text-chalk-2">{before}</p>
        <h2 className="mt-1 font-slab text-27 leading-tight font-semibold">{titleOf(problems)}</h2>
        <ol className="mt-4 min-h-0 grow overflow-y-auto" tabIndex={0}>
          {problems?.map(({ title, detail, drop: of, isPut }, index) => (
            <li
              key={`${title} ${index}`}
              className="grid grid-cols-[28px_minmax(0,1fr)] border-t border-slate-rule py-4"
            >
              <span aria-hidden="true" className="font-slab text-20 text-straw">
                {index + 1}
              </span>
              <div>
                <h3 className="text-17 font-semibold">{title}</h3>
                <p className="mt-0.5 text-15 text-chalk-2">{detail}</p>
                {index === firstShort ? (
                  <Link
                    href="/prepare/buy"
                    className="mt-1 inline-flex min-h-11 items-center text-15 underline underline-offset-3"
                  >
                    All there is to buy
                  </Link>
                ) : null}
                {of && manages ? (
                  <p className="mt-1 flex flex-wrap gap-x-6">
                    {[
                      ...(isPut ? [["make", "Let it find its place"] as const] : []),
                      ["drop", "Leave it for another evening"] as const,
                    ].map(([says, words]) => (
                      <button
                        key={says}
                        type="button"
                        className="min-h-11 text-15 underline underline-offset-3"
                        disabled={busy}
                        onClick={() => void say(of, says)}
                      >
                        {words}
                      </button>
                    ))}
                  </p>
                ) : null}
              </div>
            </li>
          ))}
        </ol>
        {error ? (
          <p role="alert" className="mb-3 text-15">
            {error}
          </p>
        ) : null}
        {children}
      </div>
    </aside>
  );
}
