"use client";

import { Command } from "cmdk";
import { useId, useState } from "react";
import { layBar } from "@/core/bar/bar";
import { turnedRound } from "@/core/bar/stretch";
import { addFeature, insertStretch } from "@/core/piece/edit";
import { nameInText } from "@/core/bar/named";
import { SheetDialog } from "../kit/Sheet";
import type { Bar } from "./bars";
import { startFeature, startStretch, STARTERS, type Starter } from "@/core/say/starters";

/** Where on the bar: at an end, or on (for a stretch: after) one of the stretches there are. */
type Place = "end-a" | "end-b" | `on:${string}`;

interface AddMenuProps {
  onOpenChange: (open: boolean) => void;
  bar: Bar;
  /** The stretch the selection lies on. */
  on: string | null;
  /** Changes the bar, and selects what was added. */
  onAdd: (change: (bar: Bar) => Bar, id: string) => void;
}

/** Everything a bar can be given, found by any of its names. */
export function AddMenu(props: AddMenuProps) {
  return (
    <SheetDialog title="Add to the bar" open onOpenChange={props.onOpenChange}>
      <Choices {...props} />
    </SheetDialog>
  );
}

function Choices({ bar, on, onOpenChange, onAdd }: AddMenuProps) {
  const id = useId();
  const [place, setPlace] = useState<Place>(on && bar.stretches.length > 1 ? `on:${on}` : "end-b");
  const add = (starter: Starter) => {
    onOpenChange(false);
    if (starter.kind === "stretch") {
      const made = startStretch(starter.key, bar);
      // A taper's thin end belongs outside.
      const stretch = place === "end-a" ? turnedRound(made) : made;
      const after = place === "end-a" ? null : afterId(bar, place);
      onAdd((now) => insertStretch(now, after, stretch), stretch.id);
    } else {
      const feature = startFeature(starter.key, bar, placeMm(bar, place));
      onAdd((now) => addFeature(now, feature), feature.id);
    }
  };
  return (
    <>
      <label htmlFor={id} className="text-13 text-ink-2">
        Where
      </label>
      <select
        id={id}
        value={place}
        onChange={(event) => setPlace(event.target.value as Place)}
        className="field mb-3"
      >
        <option value="end-a">at end A</option>
        {bar.stretches.map((stretch) => (
          <option key={stretch.id} value={`on:${stretch.id}`}>
            on {nameInText(stretch)}; a stretch goes after it
          </option>
        ))}
        <option value="end-b">at end B</option>
      </select>
      <Command label="What to add" filter={found}>
        <Command.Input autoFocus placeholder="twist, hole, jump up …" className="field mb-2" />
        <Command.List className="max-h-[44vh] overflow-auto border-t-2 border-ink">
          <Command.Empty className="py-4 text-15 text-ink-2">
            Nothing goes by that name. A free form takes any shape, by its volume.
          </Command.Empty>
          <Group title="A stretch of bar" kind="stretch" onAdd={add} />
          <Group title="Done to the bar" kind="feature" onAdd={add} />
        </Command.List>
      </Command>
    </>
  );
}

/** A word's beginning finds it, and its name before what is said about it. */
function found(value: string, asked: string): number {
  const words = value.toLowerCase();
  const wanted = asked.toLowerCase().trim();
  if (words.startsWith(wanted)) return 1;
  return words.split(/[\s,;]+/).some((word) => word.startsWith(wanted)) ||
    words.includes(` ${wanted}`)
    ? 0.5
    : 0;
}

const afterId = (bar: Bar, place: Place): string | null =>
  place.startsWith("on:") ? place.slice(3) : (bar.stretches.at(-1)?.id ?? null);

/** A share of the bar from either end for what is put at an end. */
const NEAR_END = 0.06;

function placeMm(bar: Bar, place: Place): number {
  const laid = layBar(bar.stretches);
  if (place === "end-a") return laid.lengthMm * NEAR_END;
  if (place === "end-b") return laid.lengthMm * (1 - NEAR_END);
  const found = laid.stretches.find(({ stretch }) => `on:${stretch.id}` === place);
  return found ? (found.fromMm + found.toMm) / 2 : laid.lengthMm / 2;
}

function Group({
  title,
  kind,
  onAdd,
}: {
  title: string;
  kind: Starter["kind"];
  onAdd: (starter: Starter) => void;
}) {
  return (
    <Command.Group
      heading={title}
      className="[&_[cmdk-group-heading]]:pt-3 [&_[cmdk-group-heading]]:pb-1 [&_[cmdk-group-heading]]:text-13 [&_[cmdk-group-heading]]:text-ink-2"
    >
      {STARTERS.filter((starter) => starter.kind === kind).map((starter) => (
        <Command.Item
          key={starter.key}
          value={`${starter.name} ${starter.about}`}
          onSelect={() => onAdd(starter)}
          className="flex min-h-11 cursor-pointer items-center justify-between gap-4 border-b border-rule px-2 data-[selected=true]:bg-ink data-[selected=true]:text-sheet"
        >
          <span className="text-17 font-semibold">{starter.name}</span>
          <span className="text-13 opacity-80">{starter.about}</span>
        </Command.Item>
      ))}
    </Command.Group>
  );
}
