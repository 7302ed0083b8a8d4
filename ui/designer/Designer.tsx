"use client";

import dynamic from "next/dynamic";
import { Tabs } from "radix-ui";
import { memo, useCallback, useMemo, useState, type ReactNode } from "react";
import { useStore } from "zustand";
import type { ExerciseContent } from "@/core/exercise/exercise";
import { giveBar } from "@/core/piece/edit";
import { barIds, barOf } from "@/core/piece/piece";
import type { Said } from "@/core/say/phrase";
import type { Step } from "@/core/trade/steps";
import type { LengthUnit } from "@/core/units/length";
import type { BarView } from "../bar/ViewList";
import { Key } from "../kit/Key";
import { withBar, type Bar } from "./bars";
import { Canvas } from "./Canvas";
import { createDesignStore, dragAsOneStep } from "./designerStore";
import { DesignPublish } from "./DesignPublish";
import { DesignHead } from "./DesignHead";
import { DesignSheets, type SheetName } from "./DesignSheets";
import { Inspector } from "./Inspector";
import { Phrase } from "./Phrase";
import { SidePanel } from "./SidePanel";
import { teachesInWords, type OfferedTechnique, type Teaching } from "./Teaches";
import { useDesignActions } from "./useDesignActions";
import { useDesignerKeys } from "./useDesignerKeys";
import { useDraft } from "./useDraft";
import { useReckoned, type Reckoned } from "./useReckoned";
import { useTeaching } from "./useTeaching";

interface DesignerProps {
  exerciseId: string;
  personId: string;
  /** What it teaches, and at which step. */
  techniqueId: string;
  step: Step;
  /** What the school's course has. */
  techniques: readonly OfferedTechnique[];
  /** ISO 286-1 grades of the steps. */
  grades: Record<Step, number>;
  latestNumber: number;
  version: number;
  savedAt: string | null;
  savedAs: string | null;
  content: ExerciseContent;
  unit: LengthUnit;
}

// Looked at later than the bar.
const AddMenu = dynamic(() => import("./AddMenu").then(({ AddMenu: loaded }) => loaded), {
  ssr: false,
});
const StageWalk = dynamic(() =>
  import("../stage/StageWalk").then(({ StageWalk: loaded }) => loaded),
);

/** An exercise designed on its bar: the drawing is edited, and everything else follows from it. */
export function Designer(props: DesignerProps) {
  const { exerciseId, techniques, latestNumber, unit } = props;
  const [store] = useState(() => createDesignStore(props.content));
  const state = useStore(store);
  const { content, selected, view } = state;
  const [scale, setScale] = useState<number>();
  const [adding, setAdding] = useState(false);
  const [sheet, setSheet] = useState<SheetName>("along");
  const [isHeld, setHeld] = useState(false);
  const dragging = useMemo(
    () => ({ ...dragAsOneStep(store, setHeld), change: store.getState().changeBar }),
    [store],
  );
  const reckoned = useReckoned(content, isHeld);
  const { teaching, setTeaching, teach, teachingError, onCreated } = useTeaching(props);
  const { step } = teaching;
  const grade = props.grades[step];
  const restore = useCallback(
    (kept: ExerciseContent, to?: Teaching) => {
      state.change(() => kept);
      if (to) setTeaching(to);
    },
    [setTeaching, state],
  );
  const draft = useDraft({ ...props, teaching, onCreated }, content, restore);
  const showMeasured = useCallback(() => setSheet("measured"), []);
  const give = useCallback(
    (id: string, needsMm: number) =>
      state.changePiece((now) => {
        const owner = barIds(now).find((part) =>
          barOf(now, part).features?.some((one) => one.id === id),
        );
        return owner === undefined ? now : withBar(now, owner, (one) => giveBar(one, id, needsMm));
      }),
    [state],
  );
  const [preview, setPreview] = useState<Said<Bar> | null>(null);
  const take = (change: (bar: Bar) => Bar, id: string | null) => {
    state.changeBar(change);
    state.select(id);
  };
  const actions = useDesignActions(state, unit);
  const { bar } = actions;
  const { undo, redo } = store.temporal.getState();
  const byStages = view === "stages";
  useDesignerKeys(store, actions, { onAdd: () => setAdding(true), scale, setScale });
  const head = (
    <DesignHead
      state={state}
      draft={draft}
      teaching={teaching}
      techniques={techniques}
      error={teachingError}
      onTeach={latestNumber === 0 ? (to) => void teach(to, draft.base.current > 0) : null}
      onAdd={() => setAdding(true)}
      onSplit={actions.split}
      onUndo={() => undo()}
      onRedo={() => redo()}
    />
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
                    selected={preview ? preview.id : selected}
                    select={state.select}
                    part={state.part}
                    piece={content.piece}
                    bar={preview?.bar ?? bar}
                    plan={view === "marked" && reckoned.ok ? reckoned.value.plan : null}
                    unit={unit}
                    scale={scale}
                    dragging={dragging}
                  />
                </Tabs.Content>
                <Phrase
                  bar={bar}
                  selected={selected}
                  unit={unit}
                  onPreview={setPreview}
                  onTake={({ bar: said, id }) => take(() => said, id)}
                />
                <Inspector
                  bar={bar}
                  selected={selected}
                  unit={unit}
                  techniques={techniques}
                  onChange={state.changeBar}
                />
                <DesignSheets
                  state={state}
                  reckoned={reckoned}
                  grade={grade}
                  step={step}
                  unit={unit}
                  techniques={techniques}
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
                  state={state}
                  reckoned={reckoned}
                  unit={unit}
                  teaches={teachesInWords(teaching, techniques)}
                  step={step}
                />
              </div>
            </>
          )}
        </main>
      </Tabs.Root>
      {byStages ? null : <KeyHints />}
      {adding ? (
        <AddMenu onOpenChange={setAdding} bar={bar} on={actions.onStretch()} onAdd={take} />
      ) : null}
    </div>
  );
}

const SIDE_BY_SIDE = "grid grow lg:grid-cols-[minmax(0,1fr)_320px]";

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
      <Key of="W">say it</Key>
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
