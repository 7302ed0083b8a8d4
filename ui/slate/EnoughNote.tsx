import type { Verdict } from "@/core/verdict/verdict";
import { oneIn } from "../words/verdict";

interface EnoughNoteProps {
  verdict: Pick<Verdict, "enough" | "judgements" | "unmeasured">;
  closed: boolean;
  /** What can be done about it, while the piece is open. */
  children?: React.ReactNode;
}

/** Why a verdict is said with some lines unread, or why they are read all the same. */
export function EnoughNote({
  verdict: { enough, judgements, unmeasured },
  closed,
  children,
}: EnoughNoteProps) {
  if (!enough) return null;
  const read = judgements.length;
  const readOf = `${read} of ${read + unmeasured.length} read`;
  if (enough.drawn)
    return (
      <p className="mt-3 border-l-4 border-straw pl-3 text-15">
        <strong className="font-semibold">Drawn to be measured whole.</strong>{" "}
        <span className="text-chalk-2">
          {readOf}, and others would end here: this one shows how often that holds.
        </span>
      </p>
    );
  return (
    <div className="mt-3 border-l-4 border-straw pl-3 text-15">
      <p>
        <strong className="font-semibold">Enough: {readOf}.</strong>{" "}
        <span className="text-chalk-2">
          Of such pieces {oneIn(enough.chance)} comes out otherwise when all of it is measured.
          {closed ? " What wasn’t read is not measured." : ""}
        </span>
      </p>
      {children}
    </div>
  );
}
