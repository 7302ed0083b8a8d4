"use client";

import { useEffect, useState } from "react";
import type { FullAnswer } from "@/core/reckon/reckoning";
import { findTyped, reckonTyped, TYPED_RECKONERS } from "@/core/reckon/typed";
import type { Reckoner } from "@/core/reckon/reckoner";
import type { LengthUnit } from "@/core/units/length";
import { printBothUnits } from "@/core/units/print";
import { DrawingSvg } from "../drawing/DrawingSvg";
import { Field } from "../forms/Field";
import { Link } from "../kit/Link";
import { useKept } from "../kit/useKept";
import { fieldsOf, inputOf, spokenName } from "./fields";
import { KEPT_LENGTH, KEPT_SUMS, keptLengthSchema, MAX_SUMS, sumsSchema, type Sum } from "./kept";
import { isLength, quantityInWords, quantityName } from "./quantity";

/** A sum that stood this long is worth keeping, ms. */
const SETTLED_MS = 1500;

/** What has a page of its own. */
const PAGES = [
  { href: "/reckon/cutlist", name: "cut list" },
  { href: "/reckon/evening", name: "an evening" },
] as const;

/** The calculators, made from the registry: say what you have, the answer follows while you type. */
export function ReckonView({ unit: firstUnit }: { unit: LengthUnit }) {
  const [unit, setUnit] = useState(firstUnit);
  const [name, setName] = useState(TYPED_RECKONERS[0]!.name);
  const [typed, setTyped] = useState<Record<string, string>>({});
  const [sums, keepSums] = useKept(KEPT_SUMS, sumsSchema);
  const reckoner = findTyped(name)!;
  const open = (next: string, with_: Record<string, string> = {}) => {
    setName(next);
    setTyped(with_);
  };
  const keep = (sum: Sum) => {
    const others = (sums ?? []).filter((one) => JSON.stringify(one) !== JSON.stringify(sum));
    keepSums([sum, ...others].slice(0, MAX_SUMS));
  };
  return (
    <main className="grid grow md:grid-cols-[240px_minmax(0,1fr)]">
      <nav aria-label="Reckoners" className="border-rule-strong p-5 md:border-r">
        <h1 className="mb-3 font-slab text-27 font-semibold">Reckon</h1>
        <ul className="flex flex-wrap gap-x-4 md:block">
          {TYPED_RECKONERS.map((one) => (
            <li key={one.name}>
              <button
                type="button"
                aria-pressed={one.name === name}
                onClick={() => open(one.name)}
                className={`min-h-11 w-full border-l-[5px] px-3 text-left text-17 ${one.name === name ? "border-ink font-semibold" : "border-transparent text-ink-2"}`}
              >
                {spokenName(one.name)}
              </button>
            </li>
          ))}
          {PAGES.map(({ href, name: said }) => (
            <li key={href}>
              <Link
                href={href}
                className="flex min-h-11 items-center border-l-[5px] border-transparent px-3 text-17 text-ink-2"
              >
                {said}
              </Link>
            </li>
          ))}
        </ul>
      </nav>
      <div className="p-5">
        <ReckonSheet
          key={name}
          reckoner={reckoner}
          unit={unit}
          onUnit={setUnit}
          typed={typed}
          onTyped={setTyped}
          onSettled={() => keep({ name, typed, unit })}
        />
        {sums && sums.length > 0 ? (
          <RecentSums
            sums={sums}
            onOpen={(sum) => {
              setUnit(sum.unit);
              open(sum.name, sum.typed);
            }}
            onForget={() => keepSums(null)}
          />
        ) : null}
      </div>
    </main>
  );
}

interface ReckonSheetProps {
  reckoner: Reckoner;
  unit: LengthUnit;
  onUnit: (unit: LengthUnit) => void;
  typed: Record<string, string>;
  onTyped: (typed: Record<string, string>) => void;
  onSettled: () => void;
}

function ReckonSheet({ reckoner, unit, onUnit, typed, onTyped, onSettled }: ReckonSheetProps) {
  const fields = fieldsOf(reckoner);
  const hasInput = Object.values(typed).some((text) => text.trim() !== "");
  const answer = hasInput ? reckonTyped(reckoner.name, inputOf(fields, typed, unit)) : null;
  const errorAt = answer && !answer.ok ? answer.error : null;
  const ownsError = (name: string) =>
    errorAt?.path === name || errorAt?.path.startsWith(`${name}.`);
  const untouched = errorAt && typed[errorAt.path.split(".")[0]!] === undefined;
  const ok = answer?.ok ?? false;
  const said = JSON.stringify([typed, unit]);
  useEffect(() => {
    if (!ok) return;
    const settled = setTimeout(onSettled, SETTLED_MS);
    return () => clearTimeout(settled);
    // What was typed says all that a sum is.
    // oxlint-disable-next-line react-hooks/exhaustive-deps
  }, [ok, said]);
  return (
    <>
      <div className="flex flex-wrap items-center justify-between gap-3">
        <h2 className="font-slab text-20 font-semibold">{reckoner.summary}</h2>
        <UnitSwitch unit={unit} onUnit={onUnit} />
      </div>
      <div className="mt-4 grid gap-8 lg:grid-cols-2">
        <div>
          {fields.map(({ name, label, kind, choices, required }) => (
            <Field
              key={name}
              label={required ? label : `${label}, if wanted`}
              error={!untouched && ownsError(name) ? errorAt?.message : undefined}
            >
              {(wiring) =>
                kind === "choice" ? (
                  <select
                    {...wiring}
                    className="field"
                    value={typed[name] ?? ""}
                    onChange={(event) => onTyped({ ...typed, [name]: event.target.value })}
                  >
                    <option value="">choose</option>
                    {choices.map((choice) => (
                      <option key={choice}>{choice}</option>
                    ))}
                  </select>
                ) : (
                  <input
                    {...wiring}
                    className="field"
                    value={typed[name] ?? ""}
                    inputMode={kind === "number" ? "decimal" : "text"}
                    placeholder={exampleOf(reckoner, name)}
                    onChange={(event) => onTyped({ ...typed, [name]: event.target.value })}
                  />
                )
              }
            </Field>
          ))}
        </div>
        <div>
          <div aria-live="polite">
            {answer?.ok ? (
              <Answer full={answer.value} unit={unit} />
            ) : (
              <p className="border-t-2 border-ink bg-sheet p-3 text-15 text-ink-2">
                {errorAt && !untouched && errorAt.path === ""
                  ? errorAt.message
                  : "The answer stands here as soon as there is enough to reckon with."}
              </p>
            )}
          </div>
          <p className="mt-4 text-15 text-ink-2">{reckoner.explanation}</p>
          <Examples reckoner={reckoner} onTry={onTyped} />
        </div>
      </div>
    </>
  );
}

function UnitSwitch({ unit, onUnit }: { unit: LengthUnit; onUnit: (unit: LengthUnit) => void }) {
  return (
    <div role="group" aria-label="A bare number is in" className="flex border-[1.5px] border-ink">
      {(["mm", "in"] as const).map((one) => (
        <button
          key={one}
          type="button"
          aria-pressed={one === unit}
          onClick={() => onUnit(one)}
          className={`min-h-11 px-4 text-15 font-semibold ${one === unit ? "bg-ink text-sheet" : ""}`}
        >
          {one === "mm" ? "millimetres" : "inches"}
        </button>
      ))}
    </div>
  );
}

/** The answer: its drawing, its numbers, and behind each how it was reached. */
function Answer({ full, unit }: { full: FullAnswer; unit: LengthUnit }) {
  const { answer, working, drawing } = full;
  const [kept, keepLength] = useKept(KEPT_LENGTH, keptLengthSchema);
  return (
    <>
      {drawing ? (
        <div className="border border-b-0 border-rule bg-sheet">
          <DrawingSvg
            drawing={drawing}
            unit={unit}
            label="The answer, drawn to scale"
            widthPx={520}
            heightPx={240}
          />
        </div>
      ) : null}
      {typeof answer.hex === "string" ? (
        <div
          className="h-24 border border-rule"
          style={{ background: answer.hex }}
          role="img"
          aria-label={`About the colour of ${String(answer.name)}`}
        />
      ) : null}
      <dl className="border-t-2 border-ink bg-sheet">
        {Object.entries(answer).map(([name, value]) => (
          <div
            key={name}
            className="flex flex-wrap items-baseline justify-between gap-x-4 border-b border-rule px-3 py-2"
          >
            <dt className="text-15 text-ink-2">{quantityName(name)}</dt>
            <dd className="ml-auto text-right">
              <span className="font-slab text-20 font-semibold">
                {quantityInWords(name, value, unit)}
              </span>
              {isLength(name, value) ? (
                <button
                  type="button"
                  className="link ml-3 min-h-8 text-13"
                  onClick={() => keepLength(value)}
                >
                  Use this length
                </button>
              ) : null}
            </dd>
            {working[name] ? (
              <dd className="basis-full text-13 text-ink-2">
                <details>
                  <summary className="min-h-6">How it was reached</summary>
                  {working[name]}
                </details>
              </dd>
            ) : null}
          </div>
        ))}
      </dl>
      {kept === null ? null : (
        <p role="status" className="border-l-4 border-too-close bg-sheet px-3 py-2 text-15">
          {printBothUnits(kept, unit)} is kept for the drawing: choose a part there and take it.{" "}
          <Link href="/set/new" className="link">
            A new exercise
          </Link>{" "}
          or a draft on{" "}
          <Link href="/set" className="link">
            the shelf
          </Link>
          .
        </p>
      )}
    </>
  );
}

/** Worked examples with the source of their figures; one press tries one. */
function Examples({
  reckoner,
  onTry,
}: {
  reckoner: Reckoner;
  onTry: (typed: Record<string, string>) => void;
}) {
  return (
    <section aria-label="Worked examples" className="mt-4">
      <h3 className="text-15 font-semibold">Worked examples</h3>
      <ul className="text-15">
        {reckoner.examples.map(({ title, input, source }) => (
          <li key={title}>
            <button type="button" className="link min-h-8" onClick={() => onTry(typedOf(input))}>
              {title}
            </button>{" "}
            <span className="quiet">({source})</span>
          </li>
        ))}
      </ul>
    </section>
  );
}

function RecentSums({
  sums,
  onOpen,
  onForget,
}: {
  sums: readonly Sum[];
  onOpen: (sum: Sum) => void;
  onForget: () => void;
}) {
  return (
    <section aria-label="Recent sums" className="mt-8 border-t-2 border-ink pt-2">
      <p className="flex items-baseline justify-between gap-4">
        <span className="font-slab text-17 font-semibold">Recent sums</span>
        <button type="button" className="link quiet min-h-8 text-13" onClick={onForget}>
          Forget them
        </button>
      </p>
      <ul className="flex flex-wrap gap-x-6 text-15">
        {sums.map((sum) => (
          <li key={JSON.stringify(sum)}>
            <button type="button" className="min-h-11 text-left" onClick={() => onOpen(sum)}>
              <span className="font-semibold">{spokenName(sum.name)}</span>{" "}
              <span className="quiet link">
                {Object.values(sum.typed)
                  .filter((text) => text.trim() !== "")
                  .join(", ")}
              </span>
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** An example's input as it would be typed; what can't be typed is left out. */
const typedOf = (input: unknown): Record<string, string> =>
  Object.fromEntries(
    Object.entries(input as Record<string, unknown>).flatMap(([name, value]) => {
      const said = saidOf(value);
      return said === null ? [] : [[name, said]];
    }),
  );

function saidOf(value: unknown): string | null {
  if (typeof value === "string" || typeof value === "number") return String(value);
  const section = value as { shape?: string; size?: number };
  return section.shape && section.size ? `${section.size} mm ${section.shape}` : null;
}

/** What the first worked example says in a field, as a hint of how it is typed. */
const exampleOf = (reckoner: Reckoner, name: string): string =>
  typedOf(reckoner.examples[0]?.input ?? {})[name] ?? "";
