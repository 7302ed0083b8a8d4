"use client";

import dynamic from "next/dynamic";
import { Tabs } from "radix-ui";
import { memo, useCallback, useMemo, useState, type ReactNode } from "react";
import { useStore } from "zustand";
import { reckonExercise, type ExerciseContent } from "@/core/exercise/exercise";
import { giveBar } from "@/core/piece/edit";
import { barOf, MAIN_PART } from "@/core/piece/piece";
import { Refusal } from "@/core/problem/problem";
import { complain } from "@/core/problem/complain";
import { STEP_NAMES, type Step } from "@/core/trade/steps";
import type { LengthUnit } from "@/core/units/length";
import type { BarView } from "../bar/ViewList";
import { Key } from "../kit/Key";
import { useKeys } from "../kit/useKeys";
import { AddMenu } from "./AddMenu";
import { withBar } from "./bars";
import { Banner, SavedWords } from "./Banner";
import { Canvas } from "./Canvas";
import { createDesignStore, dragAsOneStep, type DesignState } from "./designerStore";
import { DesignPublish } from "./DesignPublish";
import { DesignSheets, type SheetName } from "./DesignSheets";
import { DesignTools } from "./DesignTools";
import { Inspector } from "./Inspector";
import { NameInput } from "./NameInput";
import { SidePanel, type Reckoned } from "./SidePanel";
import { useDesignActions } from "./useDesignActions";
import { useDraft } from "./useDraft";

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

// Looked at later than the bar.
const StageWalk = dynamic(() =>
  import("../stage/StageWalk").then(({ StageWalk: loaded }) => loaded),
);

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

/** An exercise designed on its bar: the drawing is edited, and everything else follows from it. */
export function Designer(props: DesignerProps) {
  const { exerciseId, technique, step, grade, latestNumber, unit } = props;
  const [store] = useState(() => createDesignStore(props.content));
  const state = useStore(store);
  const { content, selected, view } = state;
  const { piece } = content;
  const [scale, setScale] = useState<number>();
  const [adding, setAdding] = useState(false);
  const [sheet, setSheet] = useState<SheetName>("along");
  const dragging = useMemo(
    () => ({ ...dragAsOneStep(store), change: store.getState().changeBar }),
    [store],
  );
  const reckoned = useMemo(() => tryReckon(content), [content]);
  const restore = useCallback((kept: ExerciseContent) => state.change(() => kept), [state]);
  const draft = useDraft({ ...props, techniqueId: technique.id }, content, restore);
  const showMeasured = useCallback(() => setSheet("measured"), []);
  const give = useCallback(
    (id: string, needsMm: number) =>
      state.changePiece((now) => {
        const owner = [MAIN_PART, ...(now.parts ?? []).map((part) => part.id)].find((part) =>
          barOf(now, part).features?.some((one) => one.id === id),
        );
        return owner === undefined ? now : withBar(now, owner, (one) => giveBar(one, id, needsMm));
      }),
    [state],
  );
  const actions = useDesignActions(state, unit);
  const { bar } = actions;
  const { undo, redo } = store.temporal.getState();
  const byStages = view === "stages";
  useKeys("designer", {
    "1": () => state.show("marked"),
    "2": () => state.show("forged"),
    "3": () => state.show("finished"),
    "4": () => state.show("stages"),
    "Ctrl+z": () => undo(),
    "Ctrl+y": () => redo(),
    a: () => setAdding(true),
    ...(byStages ? {} : drawingKeys(state, actions)),
    "+": () => setScale((scale ?? FIRST_SCALE) * ZOOM),
    "-": () => setScale((scale ?? FIRST_SCALE) / ZOOM),
    "0": () => setScale(undefined),
  });
  const head = (
    <div>
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
      <DesignTools
        state={state}
        piece={piece}
        onAdd={() => setAdding(true)}
        onSplit={actions.split}
        onUndo={() => undo()}
        onRedo={() => redo()}
      />
    </div>
  );
  return (
    <div className="flex grow flex-col">
      <Tabs.Root value={view} onValueChange={(next) => state.show(next as BarView)} asChild>
        <main className={byStages ? "flex grow flex-col" : SIDE_BY_SIDE}>
          {byStages ? (
            <Tabs.Content value="stages" tabIndex={-1} className="flex grow flex-col">
              <DesignedStages head={head} reckoned={reckoned} unit={unit} />
            </Tabs.Content>
          ) : (
            <>
              <div className="min-w-0 px-5 py-3">
                {head}
                <Tabs.Content value={view} tabIndex={-1}>
                  <Canvas
                    view={view}
                    elevation={state.elevation}
                    selected={selected}
                    select={state.select}
                    part={state.part}
                    piece={piece}
                    bar={bar}
                    plan={view === "marked" && reckoned.ok ? reckoned.value.plan : null}
                    unit={unit}
                    scale={scale}
                    dragging={dragging}
                  />
                </Tabs.Content>
                <Inspector bar={bar} selected={selected} unit={unit} onChange={state.changeBar} />
                <DesignSheets
                  state={state}
                  reckoned={reckoned}
                  grade={grade}
                  step={step}
                  unit={unit}
                  sheet={sheet}
                  onSheet={setSheet}
                />
              </div>
              <div className="border-rule-strong p-5 contain-content max-lg:border-t lg:border-l">
                <SidePanel
                  content={content}
                  reckoned={reckoned}
                  grade={grade}
                  unit={unit}
                  onMeasured={showMeasured}
                  onGive={give}
                />
                <DesignPublish
                  exerciseId={exerciseId}
                  latestNumber={latestNumber}
                  draft={draft}
                  content={content}
                  reckoned={reckoned}
                  unit={unit}
                />
              </div>
            </>
          )}
        </main>
      </Tabs.Root>
      {byStages ? null : <KeyHints />}
      <AddMenu
        open={adding}
        onOpenChange={setAdding}
        bar={bar}
        on={actions.onStretch()}
        onAdd={(change, id) => {
          state.changeBar(change);
          state.select(id);
        }}
      />
    </div>
  );
}

const SIDE_BY_SIDE = "grid grow lg:grid-cols-[minmax(0,1fr)_320px]";

/** Keys that work on the chosen part of the drawing. */
const drawingKeys = (
  state: DesignState,
  { split, chooseNext, nudge, reorder, remove }: ReturnType<typeof useDesignActions>,
) => ({
  s: split,
  ArrowLeft: () => chooseNext(-1),
  ArrowRight: () => chooseNext(1),
  "Shift+ArrowLeft": () => nudge(-1),
  "Shift+ArrowRight": () => nudge(1),
  "Alt+ArrowLeft": () => reorder(-1),
  "Alt+ArrowRight": () => reorder(1),
  Delete: remove,
  Backspace: remove,
  v: state.turn,
});

/** The stages of what is designed, or why there are none yet. */
function DesignedStages({
  head,
  reckoned,
  unit,
}: {
  head: ReactNode;
  reckoned: Reckoned;
  unit: LengthUnit;
}) {
  if (reckoned.ok) return <StageWalk head={head} stages={reckoned.value.work.stages} unit={unit} />;
  return (
    <div className="p-5">
      {head}
      <p role="alert" className="border-l-4 border-light bg-warning px-3 py-2 text-15">
        {reckoned.message}
      </p>
    </div>
  );
}

const KeyHints = memo(function KeyHints() {
  return (
    <footer className="no-print sticky bottom-0 flex max-sm:bottom-16 flex-wrap gap-x-5 gap-y-1 border-t border-rule-strong bg-limewash px-5 py-2.5">
      <Key of="A">add</Key>
      <Key of="S">split here</Key>
      <Key of="← →">next part</Key>
      <Key of="Shift ← →">longer, shorter, along</Key>
      <Key of="Alt ← →">earlier, later</Key>
      <Key of="1–4">view</Key>
      <Key of="V">turn it</Key>
      <Key of="+ − 0">closer, off, all</Key>
      <Key of="Ctrl Z">back</Key>
    </footer>
  );
});
