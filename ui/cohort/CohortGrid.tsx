"use client";

import { useVirtualizer } from "@tanstack/react-virtual";
import { useRouter } from "next/navigation";
import { memo, useCallback, useEffect, useMemo, useRef, useState, type RefObject } from "react";
import type { CellMark, CohortCell } from "@/core/climb/cohort";
import { Link } from "../kit/Link";
import { useChunkedRender } from "../kit/useChunkedRender";
import { stairInWords } from "../stair/MiniStair";
import { unpackCells, type PackedRow } from "./row";

export interface GridView {
  cohort: string | null;
  /** Which calls are looked for. */
  only: CellMark | null;
  /** "name", "steps", or a technique's id. */
  sort: string;
  /** Drawn small and close, so that a whole school is on one screen. */
  close: boolean;
}

const MARK_WORDS: Record<CellMark, string> = {
  stuck: "stuck",
  ready: "one piece off",
  due: "going stale",
};
const MARKS = Object.keys(MARK_WORDS) as CellMark[];

interface Row extends PackedRow {
  unpacked: CohortCell[];
  steps: number;
}

/** Heights of a row, px; the same as in globals.css. */
const ROW_PX = { close: 24, roomy: 44 };
/** Rows drawn beyond what is in sight, to either side. */
const OVERSCAN = 5;
/** Rows drawn anew in one frame of the screen, so that another order never holds it up. */
const ROWS_A_FRAME = 5;
/** What is taken to be in sight before there is a screen to ask. */
const FIRST_SIGHT = { width: 1280, height: 1000 };

/**
 * The cohort's climb: a row for each learner, a small stair for each technique. Filters and
 * order are kept in the address. Of a whole school only the rows in sight are there.
 */
export function CohortGrid({
  techniques,
  rows: packed,
  cohorts,
  chosen,
  view: initial,
}: {
  techniques: readonly { id: string; name: string }[];
  rows: readonly PackedRow[];
  cohorts: readonly string[];
  chosen: string | null;
  view: GridView;
}) {
  const router = useRouter();
  const [view, setView] = useState(initial);
  const rows = useMemo<Row[]>(
    () =>
      packed.map((row) => {
        const unpacked = unpackCells(row.cells);
        return { ...row, unpacked, steps: unpacked.reduce((sum, { step }) => sum + step, 0) };
      }),
    [packed],
  );
  const shown = useMemo(() => inView(rows, techniques, view), [rows, techniques, view]);
  const change = (changed: Partial<GridView>) => {
    const next = { ...view, ...changed };
    setView(next);
    window.history.replaceState(null, "", addressOf(next, chosen));
  };
  const scroller = useRef<HTMLDivElement>(null);
  const counts = useMemo(() => countMarks(rows, view.cohort), [rows, view.cohort]);
  const latest = useRef(view);
  useEffect(() => {
    latest.current = view;
  });
  const open = useCallback(
    (id: string) => router.push(addressOf(latest.current, id), { scroll: false }),
    [router],
  );

  return (
    <>
      <GridTools
        techniques={techniques}
        cohorts={cohorts}
        counts={counts}
        view={view}
        onChange={change}
        closeAddress={addressOf({ ...view, close: !view.close }, view.close ? chosen : null)}
      />
      <div
        ref={scroller}
        data-close={view.close}
        className="cohort overflow-auto border-t-2 border-ink bg-sheet xl:max-h-[calc(100dvh-210px)]"
        tabIndex={0}
        role="region"
        aria-label="Standings"
      >
        <div
          role="table"
          aria-label="Where everybody stands"
          aria-rowcount={shown.length + 1}
          className="w-max min-w-full text-15"
        >
          <GridHead techniques={techniques} />
          <LearnerRows
            shown={shown}
            scroller={scroller}
            techniques={techniques}
            view={view}
            chosen={chosen}
            onOpen={open}
          />
        </div>
        {shown.length === 0 ? (
          <p className="p-5 text-17">
            Nobody here. Choose another cohort, or look for something else.
          </p>
        ) : null}
      </div>
    </>
  );
}

/** Whose rows are shown, in which order, and what is looked for. */
function GridTools({
  techniques,
  cohorts,
  counts,
  view,
  onChange,
  closeAddress,
}: {
  techniques: readonly { id: string; name: string }[];
  cohorts: readonly string[];
  counts: ReturnType<typeof countMarks>;
  view: GridView;
  onChange: (changed: Partial<GridView>) => void;
  closeAddress: string;
}) {
  return (
    <div className="mb-3 flex flex-wrap items-center gap-x-4 gap-y-2 text-15">
      <label className="flex items-center gap-2">
        <span className="quiet">Cohort</span>
        <select
          className="field !w-auto"
          value={view.cohort ?? ""}
          onChange={({ target }) => onChange({ cohort: target.value || null })}
        >
          <option value="">all</option>
          {cohorts.map((name) => (
            <option key={name}>{name}</option>
          ))}
        </select>
      </label>
      <label className="flex items-center gap-2">
        <span className="quiet">Order</span>
        <select
          className="field !w-auto max-w-40"
          value={view.sort}
          onChange={({ target }) => onChange({ sort: target.value })}
        >
          <option value="name">by name</option>
          <option value="steps">fewest steps first</option>
          {techniques.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </select>
      </label>
      <div role="group" aria-label="Look for" className="flex flex-wrap">
        {MARKS.map((mark) => (
          <button
            key={mark}
            type="button"
            aria-pressed={view.only === mark}
            onClick={() => onChange({ only: view.only === mark ? null : mark })}
            className={`min-h-11 border-b-[3px] px-2 ${view.only === mark ? "border-ink font-semibold" : "border-transparent text-ink-2"}`}
          >
            <span aria-hidden="true" data-mark={mark} className="mark mr-1.5" />
            {MARK_WORDS[mark]} <span className="text-13">{counts[mark]}</span>
          </button>
        ))}
      </div>
      <Link href={closeAddress} className="link flex min-h-11 items-center">
        {view.close ? "with room" : "close together"}
      </Link>
    </div>
  );
}

function GridHead({ techniques }: { techniques: readonly { id: string; name: string }[] }) {
  return (
    <div
      role="row"
      aria-rowindex={1}
      className="sticky top-0 z-20 flex h-32 border-b border-rule-strong bg-sheet"
    >
      <span
        role="columnheader"
        className="cohort-name sticky left-0 z-10 flex shrink-0 items-end bg-sheet p-3 text-13 text-ink-2"
      >
        Learner
      </span>
      {techniques.map(({ id, name }) => (
        <span key={id} role="columnheader" className="cohort-head relative shrink-0">
          <span className="absolute bottom-2 left-[40%] origin-bottom-left -rotate-[55deg] text-13 whitespace-nowrap text-ink-2">
            {name}
          </span>
        </span>
      ))}
      <span aria-hidden="true" className="w-24 shrink-0" />
    </div>
  );
}

/** The rows in sight. By itself, so that scrolling draws them and nothing else. */
function LearnerRows({
  shown,
  scroller,
  techniques,
  view: { close, only },
  chosen,
  onOpen,
}: {
  shown: readonly Row[];
  scroller: RefObject<HTMLDivElement | null>;
  techniques: readonly { name: string }[];
  view: GridView;
  chosen: string | null;
  onOpen: (id: string) => void;
}) {
  // oxlint-disable-next-line react/incompatible-library -- nothing memoized is given what it returns
  const virtualizer = useVirtualizer({
    count: shown.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => (close ? ROW_PX.close : ROW_PX.roomy),
    overscan: OVERSCAN,
    // What is scrolled within a frame is drawn once.
    useFlushSync: false,
    initialRect: FIRST_SIGHT,
  });
  const inSight = virtualizer.getVirtualItems();
  const drawn = useChunkedRender(shown, {
    from: inSight[0]?.index ?? 0,
    upTo: (inSight.at(-1)?.index ?? -1) + 1,
    chunk: ROWS_A_FRAME,
  });
  const above = inSight[0]?.start ?? 0;
  const below = virtualizer.getTotalSize() - (inSight.at(-1)?.end ?? 0);
  return (
    <div role="rowgroup" aria-busy={drawn.busy}>
      <div aria-hidden="true" style={{ height: above }} />
      {inSight.map(({ index }) => {
        const row = drawn.at(index);
        return (
          <LearnerRow
            // By place, so that another order changes what is there instead of making it anew.
            key={index}
            row={row}
            place={index + 2}
            techniques={techniques}
            only={only}
            chosen={row.id === chosen}
            onOpen={onOpen}
          />
        );
      })}
      <div aria-hidden="true" style={{ height: below }} />
    </div>
  );
}

/** Drawn anew only when something of its own changes: an order chosen just moves the rows. */
const LearnerRow = memo(function LearnerRow({
  row: { id, name, unpacked },
  place,
  techniques,
  only,
  chosen,
  onOpen,
}: {
  row: Row;
  /** Its place in the table, the head being the first. */
  place: number;
  techniques: readonly { name: string }[];
  only: CellMark | null;
  chosen: boolean;
  onOpen: (id: string) => void;
}) {
  return (
    <div
      role="row"
      aria-rowindex={place}
      aria-current={chosen ? "true" : undefined}
      onClick={(event) => {
        // A new tab is the browser's; here filters and order are kept.
        if (event.metaKey || event.ctrlKey || event.shiftKey) return;
        event.preventDefault();
        onOpen(id);
      }}
      onMouseOver={({ target }) => nameCell(target, techniques)}
      className={`cohort-row flex border-b border-rule ${chosen ? "bg-white" : ""}`}
    >
      <span
        role="rowheader"
        className={`cohort-name sticky left-0 z-10 shrink-0 border-l-[5px] ${chosen ? "border-ink bg-white" : "border-transparent bg-sheet"}`}
      >
        <a
          href={`/climb?learner=${id}`}
          className="flex h-full items-center overflow-hidden pl-2 font-semibold text-ellipsis whitespace-nowrap"
        >
          {name}
        </a>
      </span>
      {unpacked.map(({ step, stale, mark }, index) => {
        const words = `${stairInWords(step, stale)}${mark && mark !== "due" ? `, ${MARK_WORDS[mark]}` : ""}`;
        return (
          <span
            key={index}
            role="cell"
            aria-label={words}
            data-frame={stale && step > 0 ? step + 5 : step}
            data-mark={mark ?? undefined}
            className={`stair cohort-cell ${only !== null && mark !== only ? "opacity-25" : ""}`}
          />
        );
      })}
    </div>
  );
});

/** What the pointer is over says its technique and step; thousands of cells needn't each say it before. */
function nameCell(target: EventTarget, techniques: readonly { name: string }[]): void {
  if (!(target instanceof HTMLElement) || target.getAttribute("role") !== "cell") return;
  const place = [...target.parentElement!.children].indexOf(target) - 1;
  target.title = `${techniques[place]!.name}: ${target.getAttribute("aria-label")}`;
}

function inView(
  rows: readonly Row[],
  techniques: readonly { id: string }[],
  { cohort, only, sort }: GridView,
): Row[] {
  const column = techniques.findIndex(({ id }) => id === sort);
  const key = ({ unpacked, steps }: Row) =>
    column >= 0 ? -unpacked[column]!.step : sort === "steps" ? steps : 0;
  return rows
    .filter((row) => cohort === null || row.cohort === cohort)
    .filter(({ unpacked }) => only === null || unpacked.some(({ mark }) => mark === only))
    .sort((a, b) => key(a) - key(b) || a.name.localeCompare(b.name, "en"));
}

function countMarks(rows: readonly Row[], cohort: string | null): Record<CellMark, number> {
  const counts = { stuck: 0, ready: 0, due: 0 };
  for (const row of rows)
    if (cohort === null || row.cohort === cohort)
      for (const { mark } of row.unpacked) if (mark) counts[mark] += 1;
  return counts;
}

function addressOf({ cohort, only, sort, close }: GridView, learner: string | null): string {
  const query = new URLSearchParams({
    ...(cohort ? { cohort } : {}),
    ...(only ? { only } : {}),
    ...(sort === "name" ? {} : { sort }),
    ...(close ? { close: "1" } : {}),
    ...(learner ? { learner } : {}),
  });
  return query.size > 0 ? `/climb?${query}` : "/climb";
}
