import { useId } from "react";

const TIMES = [1, 5, 10] as const;
/** How many times as large as they are deviations are drawn. */
export type Times = (typeof TIMES)[number];

/** Chooses how large deviations are drawn. */
export function TimesChoice({ times, onTimes }: { times: Times; onTimes: (times: Times) => void }) {
  const name = useId();
  return (
    <fieldset className="ml-auto flex items-center gap-3">
      <legend className="sr-only">How large deviations are drawn</legend>
      <span className="quiet">deviations</span>
      {TIMES.map((one) => (
        <label key={one} className="flex min-h-11 items-center gap-1.5">
          <input
            type="radio"
            name={name}
            checked={times === one}
            onChange={() => onTimes(one)}
            className="size-5 accent-ink"
          />
          {one === 1 ? "as they are" : `${one} times`}
        </label>
      ))}
    </fieldset>
  );
}

/** What a line of the drawing stands for. */
export function Legend({
  className,
  dashed = false,
  children,
}: {
  className: string;
  dashed?: boolean;
  children: string;
}) {
  return (
    <span className="flex items-center gap-2">
      <svg width={34} height={8} aria-hidden="true">
        <path
          d="M0 4H34"
          className={className}
          strokeWidth={2}
          strokeDasharray={dashed ? "7 5" : undefined}
        />
      </svg>
      {children}
    </span>
  );
}
