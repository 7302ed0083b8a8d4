import { memo } from "react";
import {
  AIDS,
  AID_WORDS,
  CORRECTIONS,
  CORRECTION_WORDS,
  type Correction,
} from "@/core/trade/declared";
import type { DeclaredWork } from "./useNotes";

interface DeclaredProps extends DeclaredWork {
  allowed: readonly Correction[];
  /** Whether this person may say what wasn't declared. */
  mayFind: boolean;
  closed: boolean;
  onDeclare: (declared: DeclaredWork) => void;
}

const toggled = <T,>(all: readonly T[], one: T): T[] =>
  all.includes(one) ? all.filter((other) => other !== one) : [...all, one];

/** What was done to the piece besides forging, declared or found, and what helped: one tap each. */
export const Declared = memo(function Declared({
  corrections,
  undeclared,
  aids,
  allowed,
  mayFind,
  closed,
  onDeclare,
}: DeclaredProps) {
  const declare = (change: Partial<DeclaredWork>) =>
    onDeclare({ corrections, undeclared, aids, ...change });
  // One or the other: what is declared was not found undeclared.
  const declareOne = (one: Correction) =>
    declare({
      corrections: toggled(corrections, one),
      undeclared: undeclared.filter((other) => other !== one),
    });
  const findOne = (one: Correction) =>
    declare({
      corrections: corrections.filter((other) => other !== one),
      undeclared: toggled(undeclared, one),
    });
  return (
    <section
      aria-label="Declared"
      className="mt-1 flex flex-wrap items-center gap-x-6 text-15 text-ink-2"
    >
      <Group title="Corrected by">
        {CORRECTIONS.map((one) => (
          <Toggle
            key={one}
            label={`${CORRECTION_WORDS[one]}${allowed.includes(one) ? "" : " (not allowed)"}`}
            on={corrections.includes(one)}
            closed={closed}
            onToggle={() => declareOne(one)}
          />
        ))}
      </Group>
      {mayFind ? (
        <Group title="Found, not declared">
          {CORRECTIONS.map((one) => (
            <Toggle
              key={one}
              label={CORRECTION_WORDS[one]}
              on={undeclared.includes(one)}
              closed={closed}
              onToggle={() => findOne(one)}
            />
          ))}
        </Group>
      ) : null}
      <Group title="Made with">
        {AIDS.map((one) => (
          <Toggle
            key={one}
            label={AID_WORDS[one]}
            on={aids.includes(one)}
            closed={closed}
            onToggle={() => declare({ aids: toggled(aids, one) })}
          />
        ))}
      </Group>
    </section>
  );
});

function Group({ title, children }: { title: string; children: React.ReactNode }) {
  return (
    <div role="group" aria-label={title} className="flex flex-wrap items-center gap-x-3">
      <span className="text-13">{title}</span>
      {children}
    </div>
  );
}

function Toggle({
  label,
  on,
  closed,
  onToggle,
}: {
  label: string;
  on: boolean;
  closed: boolean;
  onToggle: () => void;
}) {
  return (
    <label className="flex min-h-11 items-center gap-1.5 text-13">
      <input
        type="checkbox"
        checked={on}
        disabled={closed}
        onChange={onToggle}
        className="size-5 accent-ink"
      />
      <span className={on ? "font-semibold text-ink" : ""}>{label}</span>
    </label>
  );
}
