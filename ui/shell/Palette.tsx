"use client";

import { Command } from "cmdk";
import { useRouter } from "next/navigation";
import { SheetDialog } from "../kit/Sheet";
import type { CommandsProps } from "./places";

/** Go anywhere by typing: the verbs, exercises, learners and pieces at the bench. */
export function Palette({
  open,
  onOpenChange,
  places,
  targets,
}: Omit<CommandsProps, "staff"> & { open: boolean; onOpenChange: (open: boolean) => void }) {
  const router = useRouter();
  const go = (href: string) => {
    onOpenChange(false);
    router.push(href);
  };
  return (
    <SheetDialog title="Find" open={open} onOpenChange={onOpenChange}>
      <Command label="Find an exercise, a learner or a piece">
        <Command.Input
          autoFocus
          placeholder="An exercise, a learner, a tag"
          className="field mb-3"
        />
        <Command.List className="max-h-[46vh] overflow-auto">
          <Command.Empty className="py-4 text-15 text-ink-2">
            Nothing here goes by that name.
          </Command.Empty>
          {places.map(({ href, label }) => (
            <Item key={href} label={label} kind="go to" onSelect={() => go(href)} />
          ))}
          {targets.map(({ href, label, kind }) => (
            <Item key={href} label={label} kind={kind} onSelect={() => go(href)} />
          ))}
        </Command.List>
      </Command>
    </SheetDialog>
  );
}

function Item({ label, kind, onSelect }: { label: string; kind: string; onSelect: () => void }) {
  return (
    <Command.Item
      value={`${label} ${kind}`}
      onSelect={onSelect}
      className="flex min-h-11 cursor-pointer items-center justify-between gap-4 border-b border-rule px-2 data-[selected=true]:bg-ink data-[selected=true]:text-sheet"
    >
      <span className="font-semibold">{label}</span>
      <span className="text-13 opacity-80">{kind}</span>
    </Command.Item>
  );
}
