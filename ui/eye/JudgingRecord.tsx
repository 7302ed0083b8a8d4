import { judgingOf, type JudgingCall } from "@/core/eye/judging";
import { leanInWords, rightInWords } from "../words/judging";

/** The latest this many answers: how somebody judges now. */
const LATEST = 30;

/** How somebody judges pieces, of their latest answers; nothing before the first. */
export function JudgingRecord({
  calls,
  subject = "You",
}: {
  calls: readonly JudgingCall[];
  subject?: "You" | "They";
}) {
  const judging = judgingOf(calls.slice(-LATEST));
  if (!judging) return null;
  return (
    <p className="mt-3 text-15">
      <strong className="font-semibold">{rightInWords(judging)}</strong>{" "}
      {leanInWords(judging, subject)}
    </p>
  );
}
