import { memo } from "react";
import {
  AIDS,
  AID_WORDS,
  CORRECTIONS,
  CORRECTION_WORDS,
  type Aid,
  type Correction,
} from "@/core/trade/declared";

interface DeclaredProps {
  corrections: readonly Correction[];
  allowed: readonly Correction[];
  aids: readonly Aid[];
  closed: boolean;
  onDeclare: (declared: { corrections: Correction[]; aids: Aid[] }) => void;
}

const toggled = <T,>(all: readonly T[], one: T): T[] =>
  all.includes(one) ? all.filter((other) => other !== one) : [...all, one];

/** What was done to the piece besides forging, and what helped: one tap each, always declared. */
export const Declared = memo(function Declared({
  corrections,
  allowed,
  aids,
  closed,
  onDeclare,
}: DeclaredProps) {
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
            onToggle={() => onDeclare({ corrections: toggled(corrections, one), aids: [...aids] })}
          />
        ))}
      </Group>
      <Group title="Made with">
        {AIDS.map((one) => (
          <Toggle
            key={one}
            label={AID_WORDS[one]}
            on={aids.includes(one)}
            closed={closed}
            onToggle={() => onDeclare({ corrections: [...corrections], aids: toggled(aids, one) })}
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
