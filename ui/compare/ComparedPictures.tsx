"use client";

import { useRouter } from "next/navigation";
import type { Overlay } from "@/core/photo/layOver";
import type { LengthUnit } from "@/core/units/length";
import { newId } from "../command";
import { useCommand } from "../useCommand";
import { LaidOutlines } from "./LaidOutlines";

interface ComparedPicturesProps {
  tag: string;
  revisionId: string;
  outlineId: string | null;
  templateId: string | null;
  laid: readonly { label: string; overlay: Overlay | null }[];
  /** Whether they may say what the exercise's template is. */
  mayTrace: boolean;
  unit: LengthUnit;
}

/** What pictures of two pieces say when one is laid over the other, and over the template. */
export function ComparedPictures({
  tag,
  outlineId,
  laid,
  unit,
  ...tracing
}: ComparedPicturesProps) {
  if (outlineId === null)
    return laid.length > 0 || tracing.templateId ? (
      <p className="mt-3 text-15 text-ink-2">
        No picture was taken of {tag}: its outline can’t be laid over another.
      </p>
    ) : null;
  return (
    <section aria-label="From their pictures" className="mt-4">
      <h2 className="font-slab text-20 font-semibold">From their pictures</h2>
      {laid.map(({ label, overlay }) => (
        <div key={label} className="mt-2">
          {overlay ? (
            <LaidOutlines laid={overlay} mine={tag} other={label} unit={unit} />
          ) : (
            <p className="text-15">
              {tag} and {label} have too little in common to be laid over one another.
            </p>
          )}
        </div>
      ))}
      {tracing.mayTrace ? <TemplateChoice {...tracing} tag={tag} outlineId={outlineId} /> : null}
    </section>
  );
}

/** Makes the piece's outline the template for the next ones, or puts the traced one away. */
function TemplateChoice({
  tag,
  revisionId,
  outlineId,
  templateId,
}: Pick<ComparedPicturesProps, "tag" | "revisionId" | "templateId"> & { outlineId: string }) {
  const router = useRouter();
  const { send, busy, error } = useCommand();
  const trace = async (outline: string | null) => {
    const answer = await send("trace-template", {
      templateId: newId(),
      revisionId,
      outlineId: outline,
    });
    if (answer.ok) router.refresh();
  };
  const isTemplate = templateId === outlineId;
  return (
    <p className="mt-2 flex flex-wrap items-center gap-x-5 text-15">
      {isTemplate ? (
        <span>{tag} is this exercise’s template: the next ones are laid over it.</span>
      ) : (
        <button
          type="button"
          className="link min-h-11"
          disabled={busy}
          onClick={() => void trace(outlineId)}
        >
          Make {tag} the template for the next ones
        </button>
      )}
      {templateId ? (
        <button
          type="button"
          className="link min-h-11"
          disabled={busy}
          onClick={() => void trace(null)}
        >
          Put the traced template away
        </button>
      ) : null}
      {error ? (
        <span role="alert" className="font-semibold text-heavy">
          {error}
        </span>
      ) : null}
    </p>
  );
}
