"use client";

import { useRouter } from "next/navigation";
import { timeInWords } from "../words/when";

/** Only in the demonstration: sets its clock back to the middle of the evening, or right again. */
export function Pretend({
  classId,
  isOn,
  at,
  timeZone,
}: {
  classId: string;
  isOn: boolean;
  /** The moment it pretends to be, ms since 1970. */
  at: number;
  timeZone: string;
}) {
  const router = useRouter();
  const pretend = () => {
    const behind = Math.max(0, Date.now() - at);
    document.cookie = isOn
      ? "pretend=; path=/; max-age=0"
      : `pretend=${encodeURIComponent(`${classId} ${behind}`)}; path=/; samesite=lax`;
    router.refresh();
  };
  return (
    <p className="no-print flex flex-wrap items-center gap-x-3 border-b border-rule-strong bg-warning px-5 text-13">
      <b>Only in this demonstration:</b>{" "}
      {isOn ? "the clock is set back to the evening." : "look at the evening as it ran."}
      <button type="button" className="link min-h-11 font-semibold" onClick={pretend}>
        {isOn ? "Set the clock right" : `Pretend it is ${timeInWords(at, timeZone)}`}
      </button>
    </p>
  );
}
