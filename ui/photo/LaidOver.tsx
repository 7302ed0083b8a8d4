"use client";

import { useEffect, useState } from "react";
import type { Overlay } from "@/core/photo/layOver";
import type { PieceOutline } from "@/core/photo/outline";
import type { LengthUnit } from "@/core/units/length";
import { LaidOutlines } from "../compare/LaidOutlines";

interface Choice {
  label: string;
  outline: PieceOutline;
}

interface LaidOverProps {
  pieceId: string;
  tag: string;
  outline: PieceOutline;
  unit: LengthUnit;
  lay: (mine: PieceOutline, other: PieceOutline) => Promise<Overlay | null>;
}

/** The outline of a picture laid over the template, or over an earlier piece; needs the network for theirs. */
export function LaidOver({ pieceId, tag, outline, unit, lay }: LaidOverProps) {
  const [choices, setChoices] = useState<readonly Choice[]>([]);
  const [shown, setShown] = useState<{ label: string; overlay: Overlay | null } | null>(null);
  useEffect(() => {
    const end = new AbortController();
    fetch(`/api/outlines/${pieceId}`, { signal: end.signal })
      .then(async (response) => {
        if (response.ok) setChoices((await response.json()) as Choice[]);
      })
      .catch(() => undefined);
    return () => end.abort();
  }, [pieceId]);
  if (choices.length === 0) return null;
  return (
    <section aria-label="Laid over another" className="mt-3">
      <p className="flex flex-wrap items-center gap-x-5 text-15">
        <span className="quiet">lay it over</span>
        {choices.map(({ label, outline: other }) => (
          <button
            key={label}
            type="button"
            className="link min-h-11"
            aria-pressed={shown?.label === label}
            onClick={() => void lay(outline, other).then((overlay) => setShown({ label, overlay }))}
          >
            {label}
          </button>
        ))}
      </p>
      {shown?.overlay ? (
        <LaidOutlines laid={shown.overlay} mine={tag} other={shown.label} unit={unit} />
      ) : null}
      {shown && !shown.overlay ? (
        <p role="status" className="text-15">
          They have too little in common to be laid over one another.
        </p>
      ) : null}
    </section>
  );
}
