"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import { useForm } from "react-hook-form";
import { newId } from "../command";
import { useCommand } from "../useCommand";
import { FormError } from "../forms/Field";
import { Form } from "../forms/Form";
import { countOf } from "../words/count";

/** Begins a study of how inspectors agree. */
export function StartStudy() {
  const router = useRouter();
  const command = useCommand();
  const form = useForm({ defaultValues: { name: "", kind: "size" as "size" | "judgement" } });
  const submit = form.handleSubmit(async ({ name, kind }) => {
    const answer = await command.send("start-study", { studyId: newId(), name, kind });
    if (!answer.ok) return;
    form.reset();
    router.refresh();
  });
  return (
    <section aria-label="A new study" className="mt-8 max-w-xl">
      <h2 className="mb-2 font-slab text-20 font-semibold">A new study</h2>
      <Form onSubmit={submit}>
        <FormError>{command.error}</FormError>
        <label className="block text-15">
          What is measured or judged
          <input className="field mt-1" {...form.register("name", { required: true })} />
        </label>
        <fieldset className="mt-3 flex gap-5 text-15">
          <legend className="sr-only">Kind</legend>
          <label className="flex min-h-11 items-center gap-2">
            <input
              type="radio"
              value="size"
              {...form.register("kind")}
              className="size-5 accent-ink"
            />
            a size, mm
          </label>
          <label className="flex min-h-11 items-center gap-2">
            <input
              type="radio"
              value="judgement"
              {...form.register("kind")}
              className="size-5 accent-ink"
            />
            a judgement in three grades
          </label>
        </fieldset>
        <button type="submit" className="button mt-2" disabled={form.formState.isSubmitting}>
          Begin it
        </button>
      </Form>
    </section>
  );
}

/** Values of one inspector, a line for each piece: its tag, then the values of the trials. */
export function FillStudy({
  studyId,
  judgement,
  inspectors,
}: {
  studyId: string;
  judgement: boolean;
  inspectors: readonly { id: string; name: string }[];
}) {
  const router = useRouter();
  const [done, setDone] = useState<string | null>(null);
  const command = useCommand();
  const form = useForm({ defaultValues: { inspectorId: inspectors[0]?.id ?? "", lines: "" } });
  const submit = form.handleSubmit(async ({ inspectorId, lines }) => {
    const read = readLines(lines);
    if ("problem" in read) return command.setError(read.problem);
    const values = read.values.map((one) => ({ ...one, readingId: newId(), inspectorId }));
    const answer = await command.send("fill-study", { studyId, values });
    if (!answer.ok) return;
    setDone(`${countOf(values.length, "value")} entered.`);
    form.reset({ inspectorId, lines: "" });
    router.refresh();
  });
  return (
    <details className="mt-3">
      <summary className="flex min-h-11 items-center text-15 underline underline-offset-3">
        Enter values
      </summary>
      <Form onSubmit={submit}>
        <FormError>{command.error}</FormError>
        {done ? (
          <p role="status" className="mb-2 text-15">
            {done}
          </p>
        ) : null}
        <label className="block max-w-xs text-15">
          Who measured
          <select className="field mt-1" {...form.register("inspectorId")}>
            {inspectors.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </select>
        </label>
        <label className="mt-3 block max-w-xl text-15">
          A line for each piece: its tag, then{" "}
          {judgement ? "the grade (0 good, 1 fair, 2 poor)" : "each trial in mm"}
          <textarea
            className="field mt-1 min-h-32 py-2"
            placeholder={judgement ? "K1-4 0" : "K1-4 4.12 4.08 4.10"}
            {...form.register("lines", { required: true })}
          />
        </label>
        <button type="submit" className="button mt-3" disabled={form.formState.isSubmitting}>
          Enter them
        </button>
      </Form>
    </details>
  );
}

type Lines = { values: { tag: string; value: number }[] } | { problem: string };

function readLines(text: string): Lines {
  const values: { tag: string; value: number }[] = [];
  for (const [index, line] of text.split("\n").entries()) {
    const [tag, ...rest] = line.trim().split(/[\s;]+/);
    if (!tag) continue;
    const numbers = rest.map((one) => Number(one.replace(",", ".")));
    if (numbers.length === 0 || numbers.some((value) => !Number.isFinite(value)))
      return { problem: `Line ${index + 1}: a tag, then numbers, such as K1-4 4.12 4.08.` };
    values.push(...numbers.map((value) => ({ tag, value })));
  }
  return values.length > 0 ? { values } : { problem: "Enter at least one line." };
}
