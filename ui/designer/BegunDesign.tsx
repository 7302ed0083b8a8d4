"use client";

import { useState } from "react";
import type { Step } from "@/core/trade/steps";
import type { LengthUnit } from "@/core/units/length";
import { newId } from "../command";
import { Designer } from "./Designer";
import { idOfNewPiece, newPiece } from "./newPiece";
import type { OfferedTechnique } from "./Teaches";

interface BegunDesignProps {
  personId: string;
  techniques: readonly OfferedTechnique[];
  grades: Record<Step, number>;
  unit: LengthUnit;
}

/** A design that begins with a plain bar, or with what this device has begun of one: it is on record with its first change. */
export function BegunDesign({ techniques, ...props }: BegunDesignProps) {
  const [content] = useState(() => newPiece(props.unit));
  const [exerciseId] = useState(() => idOfNewPiece(props.personId, newId));
  const [first] = techniques;
  if (!first)
    return <p className="p-5 text-15">The course has no technique yet that a piece could teach.</p>;
  return (
    <Designer
      {...props}
      exerciseId={exerciseId}
      techniques={techniques}
      techniqueId={first.id}
      step={1}
      latestNumber={0}
      version={0}
      savedAt={null}
      savedAs={null}
      content={content}
    />
  );
}
