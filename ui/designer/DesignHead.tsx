"use client";

import { Banner, SavedWords } from "./Banner";
import type { DesignState } from "./designerStore";
import { DesignTools } from "./DesignTools";
import { NameInput } from "./NameInput";
import { Teaches, type OfferedTechnique, type Teaching } from "./Teaches";
import type { useDraft } from "./useDraft";

interface DesignHeadProps {
  state: DesignState;
  draft: ReturnType<typeof useDraft>;
  teaching: Teaching;
  techniques: readonly OfferedTechnique[];
  /** Why what it teaches couldn't be changed. */
  error: string | null;
  onTeach: ((teaching: Teaching) => void) | null;
  onAdd: () => void;
  onSplit: () => void;
  onUndo: () => void;
  onRedo: () => void;
}

/** What is designed and whether it is saved, over the drawing; and what is done to it by hand. */
export function DesignHead({
  state,
  draft,
  teaching,
  techniques,
  error,
  onTeach,
  ...tools
}: DesignHeadProps) {
  const { content } = state;
  return (
    <div>
      <header className="flex flex-wrap items-center gap-x-4 gap-y-2">
        <h1 className="sr-only">Designing {content.name}</h1>
        <NameInput
          name={content.name}
          onTake={(name) =>
            state.change((now) => ({ ...now, name, piece: { ...now.piece, name } }))
          }
        />
        <Teaches teaching={teaching} techniques={techniques} onTake={onTeach} />
        <p className="quiet ml-auto text-15" aria-live="polite" data-saved={draft.state.kind}>
          <SavedWords state={draft.state} />
        </p>
      </header>
      {error ? (
        <p role="alert" className="text-15 font-semibold text-light">
          {error}
        </p>
      ) : null}
      <Banner
        state={draft.state}
        onKeepAsOwn={() => void draft.keepAsOwn()}
        onTakeTheirs={draft.takeTheirs}
      />
      <DesignTools state={state} piece={content.piece} {...tools} />
    </div>
  );
}
