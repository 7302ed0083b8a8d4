import { useRouter } from "next/navigation";
import { useEffect, useState } from "react";
import type { StandingProgress } from "@/core/climb/course";
import type { Answer } from "../command";

const EVERY_MS = 1000;

/**
 * How far everybody's standings are worked out since the course was published, asked for again until they are;
 * then the page is loaded anew.
 *
 * @param initial as the page was made
 */
export function useStandingProgress(initial: StandingProgress | null): StandingProgress | null {
  const router = useRouter();
  const [progress, setProgress] = useState(initial);
  const isUnderWay = progress !== null;
  useEffect(() => {
    if (!isUnderWay) return;
    let isOver = false;
    const ask = async () => {
      const answer = await fetch("/api/course/progress")
        .then((response) => response.json() as Promise<Answer<StandingProgress | null>>)
        .catch(() => null);
      if (isOver || !answer?.ok) return;
      setProgress(answer.value);
      if (answer.value === null) router.refresh();
    };
    const timer = setInterval(() => void ask(), EVERY_MS);
    return () => {
      isOver = true;
      clearInterval(timer);
    };
  }, [isUnderWay, router]);
  return progress;
}
