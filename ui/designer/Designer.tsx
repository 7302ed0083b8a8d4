"use client";

import { useRouter } from "next/navigation";
import { Tabs } from "radix-ui";
import { memo, useCallback, useMemo, useState } from "react";
import { useStore } from "zustand";
import { reckonExercise, type ExerciseContent } from "@/core/exercise/exercise";
import { layBar, sectionAt, stretchAt } from "@/core/bar/bar";
import { removeFeature, removeStretch, reorderStretch, splitStretch } from "@/core/piece/edit";
import { MAIN_PART } from "@/core/piece/piece";
import type { Plan } from "@/core/piece/plan";
import { Refusal } from "@/core/problem/problem";
import { complain } from "@/core/problem/complain";
import { STEP_NAMES, type Step } from "@/core/trade/steps";
import type { LengthUnit } from "@/core/units/length";
import { newId, sendCommand } from "../command";
import { ViewList, type BarView } from "../bar/ViewList";
import { Key } from "../kit/Key";
import { AddMenu } from "./AddMenu";
import { Banner, SavedWords } from "./Banner";
import { barOf, freePart } from "./bars";
import { BarEditor } from "./BarEditor";
import { Canvas } from "./Canvas";
import { createDesignStore, dragAsOneStep } from "./designerStore";
import { Inspector } from "./Inspector";
import { useKeys } from "./keys";
import { NameInput } from "./NameInput";
import { nudged } from "./nudge";
import { idOf, itemsAlong } from "./order";
import { PartChooser } from "./PartChooser";
import { PartsTable } from "./PartsTable";
import { PlanEditor } from "./PlanEditor";
import { PutAway } from "./PutAway";
import { SidePanel, type Reckoned } from "./SidePanel";
import { StagesEditor } from "./StagesEditor";
import { useDraft } from "./useDraft";
import { WayEditor } from "./WayEditor";

interface DesignerProps {
  exerciseId: string;
  personId: string;
  technique: { id: string; name: string };
  step: Step;
  /** ISO 286-1 grade of the step. */
  grade: number;
  latestNumber: number;
  version: number;
  savedAt: string | null;
  content: ExerciseContent;
  unit: LengthUnit;
}

const SHEETS = [
  ["along", "Along the bar"],
  ["bar", "Stock and parts"],
  ["measured", "Measured on"],
  ["stages", "Steps of work"],
  ["way", "How it is worked"],
] as const;
type SheetName = (typeof SHEETS)[number][0];

/** How much closer one zoom step comes. */
const ZOOM = 1.3;
const FIRST_SCALE = 3;

function tryReckon(content: ExerciseContent): Reckoned {
  try {
    return { ok: true, value: reckonExercise(content) };
  } catch (error) {
    if (error instanceof Refusal) return { ok: false, message: complain(error).message };
    throw error;
  }
}

const plannedOf = (plan: Plan | null, part: string) =>
  (part === MAIN_PART ? plan?.stretches : plan?.parts.find(({ id }) => id === part)?.stretches) ??
  null;

/** An exercise designed on its bar: the drawing is edited, and everything else follows from it. */
export function Designer(props: DesignerProps) {
  const { exerciseId, technique, step, grade, latestNumber, unit } = props;
  const router = useRouter();
  const [store] = useState(() => createDesignStore(props.content));
  const state = useStore(store);
  const { content, part, selected, view } = state;
  const { piece } = content;
  const bar = barOf(piece, part);
  const [scale, setScale] = useState<number>();
  const [adding, setAdding] = useState(false);
  const [sheet, setSheet] = useState<SheetName>("along");
  const [refused, setRefused] = useState<string | null>(null);
  const dragging = useMemo(
    () => ({ ...dragAsOneStep(store), change: store.getState().changeBar }),
    [store],
  );
  const reckoned = useMemo(() => tryReckon(content), [content]);
  const plan = reckoned.ok ? reckoned.value.plan : null;
  const restore = useCallback((kept: ExerciseContent) => state.change(() => kept), [state]);
  const draft = useDraft({ ...props, techniqueId: technique.id }, content, restore);

  const showMeasured = useCallback(() => setSheet("measured"), []);
  const items = itemsAlong(bar);
  const index = items.findIndex((item) => idOf(item) === selected);
  const chooseNext = (by: 1 | -1) => {
    const next = items[(index + by + items.length) % items.length];
    if (next) state.select(idOf(next));
  };
  const onStretch = () => {
    const item = items[index];
    if (!item) return null;
    return item.kind === "stretch"
      ? item.stretch.id
      : stretchAt(layBar(bar.stretches), item.atMm).stretch.id;
  };
  const split = () => {
    const item = items[index];
    if (!item) return;
    const atMm = item.kind === "stretch" ? (item.fromMm + item.toMm) / 2 : item.atMm;
    state.changeBar((now) => splitStretch(now, atMm, sectionAt(layBar(now.stretches), atMm)));
  };
  const remove = () => {
    if (!selected) return;
    chooseNext(-1);
    state.changeBar((now) => removeFeature(removeStretch(now, selected), selected));
  };
  const nudge = (by: 1 | -1) => {
    if (selected) state.changeBar((now) => nudged(now, selected, by, unit));
  };
  const reorder = (by: 1 | -1) => {
    if (selected) state.changeBar((now) => reorderStretch(now, selected, by));
  };
  const { undo, redo } = store.temporal.getState();
  useKeys({
    a: () => setAdding(true),
    s: split,
    ArrowLeft: () => chooseNext(-1),
    ArrowRight: () => chooseNext(1),
    "Shift+ArrowLeft": () => nudge(-1),
    "Shift+ArrowRight": () => nudge(1),
    "Alt+ArrowLeft": () => reorder(-1),
    "Alt+ArrowRight": () => reorder(1),
    Delete: remove,
    Backspace: remove,
    "1": () => state.show("marked"),
    "2": () => state.show("forged"),
    "3": () => state.show("finished"),
    v: state.turn,
    "+": () => setScale((scale ?? FIRST_SCALE) * ZOOM),
    "-": () => setScale((scale ?? FIRST_SCALE) / ZOOM),
    "0": () => setScale(undefined),
    "Ctrl+z": () => undo(),
    "Ctrl+y": () => redo(),
  });

  const publish = async () => {
    setRefused(null);
    if (!(await draft.flush()))
      return setRefused(
        "It can't be saved at the moment, so it isn't published either. Try again.",
      );
    const answer = await sendCommand("publish-revision", {
      exerciseId,
      revisionId: newId(),
      base: draft.base.current,
    });
    if (answer.ok) router.push(`/set/${exerciseId}`);
    else setRefused(answer.error.message);
  };
  const putAway = async () => {
    const answer = await sendCommand("discard-draft", { exerciseId });
    if (!answer.ok) return setRefused(answer.error.message);
    draft.forget();
    router.push(latestNumber > 0 ? `/set/${exerciseId}` : "/set");
  };
  return (
    <div className="flex grow flex-col">
      <main className="grid grow lg:grid-cols-[minmax(0,1fr)_320px]">
        <div className="min-w-0 px-5 py-3">
          <header className="flex flex-wrap items-center gap-x-4 gap-y-2">
            <h1 className="sr-only">Designing {content.name}</h1>
            <NameInput
              name={content.name}
              onTake={(name) =>
                state.change((now) => ({ ...now, name, piece: { ...now.piece, name } }))
              }
            />
            <p className="quiet text-15">
              {technique.name}, step {step} “{STEP_NAMES[step]}”
            </p>
            <p className="quiet ml-auto text-15" aria-live="polite" data-saved={draft.state.kind}>
              <SavedWords state={draft.state} />
            </p>
          </header>
          <Banner
            state={draft.state}
            onKeepAsOwn={() => void draft.keepAsOwn()}
            onTakeTheirs={draft.takeTheirs}
          />
          <Tabs.Root value={view} onValueChange={(next) => state.show(next as BarView)}>
            <div className="my-2 flex flex-wrap items-center gap-x-5 gap-y-2">
              <ViewList />
              <button type="button" className="button" onClick={() => setAdding(true)}>
                Add
              </button>
              <button type="button" className="link min-h-11 text-15" onClick={split}>
                Split here
              </button>
              <button type="button" className="link min-h-11 text-15" onClick={state.turn}>
                Turn it
              </button>
              <button type="button" className="link min-h-11 text-15" onClick={() => undo()}>
                Back
              </button>
              <button type="button" className="link min-h-11 text-15" onClick={() => redo()}>
                Again
              </button>
              <PartChooser
                parts={piece.parts ?? []}
                part={part}
                onWorkOn={state.workOn}
                onAdd={() => {
                  const made = freePart(piece);
                  state.changePiece((now) => ({ ...now, parts: [...(now.parts ?? []), made] }));
                  state.workOn(made.id);
                }}
              />
            </div>
            <Tabs.Content value={view} tabIndex={-1}>
              <Canvas
                view={view}
                elevation={state.elevation}
                selected={selected}
                select={state.select}
                part={part}
                piece={piece}
                bar={bar}
                plan={view === "marked" ? plan : null}
                unit={unit}
                scale={scale}
                dragging={dragging}
              />
            </Tabs.Content>
          </Tabs.Root>
          <Inspector bar={bar} selected={selected} unit={unit} onChange={state.changeBar} />
          <Tabs.Root
            value={sheet}
            onValueChange={(next) => setSheet(next as SheetName)}
            className="mt-1"
          >
            <SheetList />
            <Tabs.Content value="along" className="contain-content">
              <PartsTable
                bar={bar}
                planned={plannedOf(plan, part)}
                unit={unit}
                selected={selected}
                onSelect={state.select}
              />
            </Tabs.Content>
            <Tabs.Content value="bar">
              <BarEditor
                piece={piece}
                bar={bar}
                part={part}
                unit={unit}
                onChangeBar={state.changeBar}
                onChangePiece={state.changePiece}
                onWorkOn={state.workOn}
              />
            </Tabs.Content>
            <Tabs.Content value="measured">
              {plan ? (
                <PlanEditor
                  implied={plan.characteristics}
                  edits={content.planEdits}
                  grade={grade}
                  unit={unit}
                  onChange={(planEdits) => state.change((now) => ({ ...now, planEdits }))}
                />
              ) : null}
            </Tabs.Content>
            <Tabs.Content value="stages">
              {reckoned.ok ? (
                <StagesEditor
                  piece={piece}
                  work={reckoned.value.work}
                  edits={content.stages}
                  unit={unit}
                  onChange={(stages) => state.change((now) => ({ ...now, stages }))}
                />
              ) : null}
            </Tabs.Content>
            <Tabs.Content value="way">
              <WayEditor content={content} onChange={state.change} />
            </Tabs.Content>
          </Tabs.Root>
        </div>
        <div className="border-rule-strong p-5 contain-content max-lg:border-t lg:border-l">
          <SidePanel
            content={content}
            reckoned={reckoned}
            grade={grade}
            unit={unit}
            onMeasured={showMeasured}
          />
          <div className="mt-5 border-t-2 border-ink pt-4">
            <button
              type="button"
              className="button button-main w-full"
              disabled={draft.state.kind === "as-published" || draft.state.kind === "conflict"}
              onClick={() => void publish()}
            >
              Publish {latestNumber === 0 ? "it" : `as revision ${latestNumber + 1}`}
            </button>
            {draft.state.kind === "as-published" ? null : (
              <PutAway published={latestNumber > 0} onPutAway={() => void putAway()} />
            )}
            {refused ? (
              <p role="alert" className="mt-2 text-15 font-semibold text-light">
                {refused}
              </p>
            ) : null}
          </div>
        </div>
      </main>
      <KeyHints />
      <AddMenu
        open={adding}
        onOpenChange={setAdding}
        bar={bar}
        on={onStretch()}
        onAdd={(change, id) => {
          state.changeBar(change);
          state.select(id);
        }}
      />
    </div>
  );
}

/** The tabs of the sheets under the drawing; they don't change while the bar does. */
const SheetList = memo(function SheetList() {
  return (
    <Tabs.List aria-label="More of the exercise" className="flex flex-wrap gap-x-6">
      {SHEETS.map(([key, label]) => (
        <Tabs.Trigger
          key={key}
          value={key}
          className="min-h-11 border-b-[5px] border-transparent text-15 text-ink-2 data-[state=active]:border-ink data-[state=active]:font-semibold data-[state=active]:text-ink"
        >
          {label}
        </Tabs.Trigger>
      ))}
    </Tabs.List>
  );
});

const KeyHints = memo(function KeyHints() {
  return (
    <footer className="no-print sticky bottom-0 flex max-sm:bottom-16 flex-wrap gap-x-5 gap-y-1 border-t border-rule-strong bg-limewash px-5 py-2.5">
      <Key of="A">add</Key>
      <Key of="S">split here</Key>
      <Key of="← →">next part</Key>
      <Key of="Shift ← →">longer, shorter, along</Key>
      <Key of="Alt ← →">earlier, later</Key>
      <Key of="1–3">view</Key>
      <Key of="V">turn it</Key>
      <Key of="+ − 0">closer, off, all</Key>
      <Key of="Ctrl Z">back</Key>
    </footer>
  );
});
