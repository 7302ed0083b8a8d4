"use client";

import { memo } from "react";
import { layBar, stretchAt } from "@/core/bar/bar";
import {
  removeFeature,
  removeStretch,
  replaceFeature,
  replaceStretch,
  resizeStretch,
  mirrorEnd,
} from "@/core/piece/edit";
import { featureName, featureNameInText } from "@/core/feature/registry";
import type { Feature, Stretch } from "@/core/piece/piece";
import { nameInText, nameOf } from "@/core/bar/named";
import type { Section } from "@/core/section/section";
import type { LengthUnit } from "@/core/units/length";
import type { Bar } from "./bars";
import { ChoiceField, LengthField, NumberField, SectionField } from "./fields";
import { FeatureFields } from "./FeatureFields";
import { ReckonedLength } from "./ReckonedLength";
import type { OfferedTechnique } from "./Teaches";

interface InspectorProps {
  bar: Bar;
  selected: string | null;
  unit: LengthUnit;
  techniques: readonly OfferedTechnique[];
  onChange: (change: (bar: Bar) => Bar) => void;
}

/** What is selected, in fields: every number of it, typed as smiths write them. */
export const Inspector = memo(function Inspector({
  bar,
  selected,
  unit,
  techniques,
  onChange,
}: InspectorProps) {
  const stretch = bar.stretches.find(({ id }) => id === selected);
  const feature = bar.features?.find(({ id }) => id === selected);
  if (stretch)
    return (
      <Strip
        key={stretch.id}
        title={nameOf(stretch)}
        onMirror={() => onChange((now) => mirrorEnd(now, stretch.id))}
        onRemove={
          bar.stretches.length > 1
            ? () => onChange((now) => removeStretch(now, stretch.id))
            : undefined
        }
      >
        <StretchFields
          stretch={stretch}
          bar={bar}
          unit={unit}
          techniques={techniques}
          onChange={onChange}
        />
        <ReckonedLength
          unit={unit}
          onTake={(mm) => onChange((now) => resizeStretch(now, stretch.id, mm))}
        />
      </Strip>
    );
  if (feature)
    return (
      <Strip
        key={feature.id}
        title={featureName(feature)}
        on={nameInText(stretchAt(layBar(bar.stretches), placeOf(feature)).stretch)}
        onRemove={() => onChange((now) => removeFeature(now, feature.id))}
      >
        <FeatureFields
          feature={feature}
          barMm={layBar(bar.stretches).lengthMm}
          unit={unit}
          things={[
            ...bar.stretches.map((one) => [one.id, nameInText(one)] as const),
            ...(bar.features ?? [])
              .filter(({ id }) => id !== feature.id)
              .map((one) => [one.id, featureNameInText(one)] as const),
          ]}
          onTake={(next) => onChange((now) => replaceFeature(now, feature.id, next))}
        />
        {"from" in feature ? (
          <ReckonedLength
            unit={unit}
            onTake={(mm) =>
              onChange((now) =>
                replaceFeature(now, feature.id, { ...feature, to: feature.from + mm }),
              )
            }
          />
        ) : null}
      </Strip>
    );
  return (
    <p className="border-x border-b border-rule bg-sheet px-4 py-3 text-15 text-ink-2">
      Choose a part of the bar, on the drawing or in the list, to change its numbers.
    </p>
  );
});

const placeOf = (feature: Feature) => ("at" in feature ? feature.at : feature.from);

function Strip({
  title,
  on,
  onMirror,
  onRemove,
  children,
}: {
  title: string;
  /** Puts the same on the other end of the bar. */
  onMirror?: (() => void) | undefined;
  /** The stretch a feature lies on. */
  on?: string;
  onRemove?: (() => void) | undefined;
  children: React.ReactNode;
}) {
  return (
    <section
      aria-label={`${title}, its numbers`}
      className="flex items-start gap-4 border-x border-b border-rule bg-sheet px-4 py-2.5 contain-content"
    >
      <div className="w-28 shrink-0 pt-1">
        <h2 className="font-slab text-17 font-semibold">{title}</h2>
        {onMirror ? (
          <button type="button" onClick={onMirror} className="link min-h-11 text-left text-15">
            Put it on the other end too
          </button>
        ) : null}
        {on ? <p className="text-13 text-ink-2">on {on}</p> : null}
        {onRemove ? (
          <button type="button" onClick={onRemove} className="link min-h-11 text-15">
            Take it out
          </button>
        ) : null}
      </div>
      <div className="flex grow flex-wrap items-start gap-x-4 gap-y-3">{children}</div>
    </section>
  );
}

function StretchFields({
  stretch,
  bar,
  unit,
  techniques,
  onChange,
}: {
  stretch: Stretch;
  bar: Bar;
  unit: LengthUnit;
  techniques: readonly OfferedTechnique[];
  onChange: InspectorProps["onChange"];
}) {
  const { id } = stretch;
  const take = (next: Stretch) => onChange((now) => replaceStretch(now, id, next));
  return (
    <>
      <LengthField
        label="Length"
        mm={stretch.length}
        unit={unit}
        onTake={(mm) => onChange((now) => resizeStretch(now, id, mm))}
      />
      {stretch.kind === "prism" ? (
        <SectionField
          label="Section"
          section={stretch.section}
          unit={unit}
          onTake={(section) => take({ ...stretch, section })}
        />
      ) : null}
      {stretch.kind === "transition" ? (
        <>
          <EndField
            label="From, at the A side"
            end={stretch.from}
            unit={unit}
            usual={bar.stock.section}
            onTake={(from) => take({ ...stretch, from })}
            other={stretch.to}
          />
          <EndField
            label="To, at the B side"
            end={stretch.to}
            unit={unit}
            usual={bar.stock.section}
            onTake={(to) => take({ ...stretch, to })}
            other={stretch.from}
          />
        </>
      ) : null}
      {stretch.kind === "free" ? (
        <NumberField
          label="Volume, cm³"
          value={stretch.volume / 1000}
          min={0.01}
          max={100_000}
          onTake={(cm3) => take({ ...stretch, volume: cm3 * 1000 })}
        />
      ) : null}
      <ChoiceField
        label="Skill it exercises"
        value={stretch.technique ?? ""}
        choices={[["", "not said"], ...techniques.map(({ slug, name }) => [slug, name] as const)]}
        onTake={(slug) => {
          const { technique: _, ...rest } = stretch;
          take(slug === "" ? rest : { ...rest, technique: slug });
        }}
      />
      <NameField stretch={stretch} onTake={take} />
    </>
  );
}

function NameField({ stretch, onTake }: { stretch: Stretch; onTake: (next: Stretch) => void }) {
  return (
    <label className="block w-40 text-13 text-ink-2">
      Called
      <input
        className="field text-17 text-ink"
        maxLength={40}
        defaultValue={stretch.name ?? ""}
        placeholder={nameOf(stretch)}
        onBlur={({ target }) => {
          const name = target.value.replace(/[<>\p{Cc}]/gu, "").trim();
          const { name: before, ...rest } = stretch;
          if (name !== (before ?? "")) onTake(name === "" ? rest : { ...rest, name });
        }}
      />
    </label>
  );
}

type End = Section | "point";

/** An end of a taper: a point, or a section. */
function EndField({
  label,
  end,
  other,
  usual,
  unit,
  onTake,
}: {
  label: string;
  end: End;
  other: End;
  usual: Section;
  unit: LengthUnit;
  onTake: (end: End) => void;
}) {
  return (
    <div className="flex gap-2">
      {end === "point" ? (
        <p className="w-40 text-13 text-ink-2">
          {label}
          <span className="flex min-h-11 items-center text-17 text-ink">a point</span>
        </p>
      ) : (
        <SectionField label={label} section={end} unit={unit} onTake={onTake} />
      )}
      <button
        type="button"
        className="link mt-5 min-h-11 text-15 disabled:opacity-50"
        disabled={end !== "point" && other === "point"}
        onClick={() => onTake(end === "point" ? usual : "point")}
      >
        {end === "point" ? "Blunt it" : "To a point"}
      </button>
    </div>
  );
}
