"use client";

import { useRouter } from "next/navigation";
import { Tabs } from "radix-ui";
import { memo, useCallback, useMemo, useState } from "react";
import { useStore } from "zustand";
import { reckonExercise, type ExerciseContent } from "@/core/exercise/exercise";
import { layBar, sectionAt, stretchAt } from "@/core/piece/bar";
import { removeFeature, removeStretch, reorderStretch, splitStretch } from "@/core/piece/edit";
import { MAIN_PART, nameSchema } from "@/core/piece/piece";
import type { Plan } from "@/core/piece/plan";
import { stretchName } from "@/core/piece/stretch";
import { Refusal } from "@/core/problem/problem";
import { complain } from "@/core/problem/complain";
import { STEP_NAMES, type Step } from "@/core/trade/steps";
import type { LengthUnit } from "@/core/units/length";
import { newId, sendCommand } from "../command";
import { Key } from "../kit/Key";
import { AddMenu } from "./AddMenu";
import { Banner, SavedWords } from "./Banner";
import { barOf, freePart } from "./bars";
import { BarEditor } from "./BarEditor";
import { Canvas } from "./Canvas";
import { createDesignStore, dragAsOneStep, type DesignView } from "./designerStore";
import { Inspector } from "./Inspector";
import { useKeys } from "./keys";
import { nudged } from "./nudge";
import { idOf, itemsAlong } from "./order";
import { PartsTable } from "./PartsTable";
import { PlanEditor } from "./PlanEditor";
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

const VIEWS: readonly [DesignView, string][] = [
  ["marked", "as marked"],
  ["forged", "as forged"],
  ["finished", "as finished"],
];
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
  const step1 = (by: 1 | -1) => {
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
    step1(-1);
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
    ArrowLeft: () => step1(-1),
    ArrowRight: () => step1(1),
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
    if (!(await draft.flush()) || draft.base.current === 0)
      return setRefused("There is nothing new to publish, or it can't be saved at the moment.");
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
        <div className="min-w-0 p-5">
          <header className="mb-3 flex flex-wrap items-center gap-x-4 gap-y-2">
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
          <Tabs.Root value={view} onValueChange={(next) => state.show(next as DesignView)}>
            <div className="my-3 flex flex-wrap items-center gap-x-5 gap-y-2">
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
            className="mt-4"
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
                  stages={reckoned.value.stages}
                  edited={content.stages.length > 0}
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

/** The tabs of the views and of the sheets; they don't change while the bar does. */
const ViewList = memo(function ViewList() {
  return (
    <Tabs.List aria-label="View of the bar" className="flex w-fit border-[1.5px] border-ink">
      {VIEWS.map(([key, label]) => (
        <Tabs.Trigger
          key={key}
          value={key}
          className="min-h-11 px-4 text-15 font-semibold data-[state=active]:bg-ink data-[state=active]:text-sheet"
        >
          {label}
        </Tabs.Trigger>
      ))}
    </Tabs.List>
  );
});

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
    <footer className="no-print sticky bottom-0 flex flex-wrap gap-x-5 gap-y-1 border-t border-rule-strong bg-limewash px-5 py-2.5">
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

function NameInput({ name, onTake }: { name: string; onTake: (name: string) => void }) {
  const [text, setText] = useState<string | null>(null);
  const read = nameSchema.safeParse(text ?? name);
  return (
    <div>
      <input
        aria-label="Name of the exercise"
        value={text ?? name}
        maxLength={80}
        aria-invalid={!read.success}
        onChange={(event) => {
          setText(event.target.value);
          const next = nameSchema.safeParse(event.target.value);
          if (next.success) onTake(next.data);
        }}
        onBlur={() => setText(null)}
        className="field-sizing-content min-h-11 min-w-40 max-w-full border-b border-transparent bg-transparent font-slab text-27 font-semibold hover:border-rule-strong focus:border-ink"
      />
      {read.success ? null : (
        <p role="alert" className="text-13 font-semibold text-light">
          {complain(read.error).message}
        </p>
      )}
    </div>
  );
}

function PartChooser({
  parts,
  part,
  onWorkOn,
  onAdd,
}: {
  parts: readonly { id: string; name?: string | undefined }[];
  part: string;
  onWorkOn: (part: string) => void;
  onAdd: () => void;
}) {
  return (
    <p className="ml-auto flex flex-wrap items-center gap-x-4">
      {parts.length > 0 ? (
        <select
          aria-label="The bar worked on"
          value={part}
          onChange={(event) => onWorkOn(event.target.value)}
          className="field w-auto"
        >
          <option value={MAIN_PART}>the first bar</option>
          {parts.map((one) => (
            <option key={one.id} value={one.id}>
              {stretchName(one).toLowerCase()}
            </option>
          ))}
        </select>
      ) : null}
      <button type="button" className="link min-h-11 text-15" onClick={onAdd}>
        Another bar
      </button>
    </p>
  );
}

/** Letting a draft go is asked twice: it can't be had back. */
function PutAway({ published, onPutAway }: { published: boolean; onPutAway: () => void }) {
  const [sure, setSure] = useState(false);
  if (!sure)
    return (
      <button type="button" className="link min-h-11 text-15" onClick={() => setSure(true)}>
        Throw the draft away
      </button>
    );
  return (
    <p className="mt-2 text-15">
      {published ? "The published revision stays. " : "Nothing of it stays. "}
      <button type="button" className="link min-h-11 font-semibold" onClick={onPutAway}>
        Throw it away
      </button>{" "}
      <button type="button" className="link min-h-11" onClick={() => setSure(false)}>
        Keep it
      </button>
    </p>
  );
}
