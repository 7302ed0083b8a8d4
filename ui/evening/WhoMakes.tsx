"use client";

import { DropdownMenu } from "radix-ui";
import { useRouter } from "next/navigation";
import { useState } from "react";
import type { Attendance } from "@/core/floor/events";
import { newId } from "../command";
import { useCommand } from "../useCommand";
import { Link } from "../kit/Link";
import { hoursInWords } from "../words/classes";

export interface MakerRow {
  id: string;
  name: string;
  tagCode: string | null;
  attendance: Attendance;
  pieces: {
    revisionId: string;
    exerciseId: string;
    name: string;
    minutes: number;
    from: "said" | "begun" | "ranked";
    stagesDone: number;
    stages: number;
    kept: { fire?: string | undefined; from?: number | undefined } | null;
    isGuided: boolean;
  }[];
  dropped: { revisionId: string; name: string }[];
}

const ATTENDS: readonly { as: Attendance; word: string }[] = [
  { as: "expected", word: "comes" },
  { as: "late", word: "late" },
  { as: "away", word: "away" },
];

/** Who comes, and what each makes: a tap says away or late, drops a piece or takes another. */
export function WhoMakes({
  classId,
  rows,
  shelf,
  manages,
}: {
  classId: string;
  rows: readonly MakerRow[];
  shelf: readonly { revisionId: string; name: string }[];
  manages: boolean;
}) {
  const router = useRouter();
  const { send, busy, error } = useCommand();
  const done = ({ ok }: { ok: boolean }) => {
    if (ok) router.refresh();
  };
  const attend = async (learnerId: string, as: Attendance) =>
    done(
      await send("floor", {
        eventId: newId(),
        classId,
        at: new Date().toISOString(),
        event: { kind: "attend", learnerId, as },
      }),
    );
  const say: Say = async (about, says, how) =>
    done(await send("say-evening", { wordId: newId(), classId, ...about, says, ...how }));
  return (
    <section aria-label="Who makes what" className="mt-6">
      <h2 className="mb-1 font-slab text-20 font-semibold">Who makes what</h2>
      {error ? (
        <p role="alert" className="mb-2 text-15 text-light">
          {error}
        </p>
      ) : null}
      <ul className="border-t-2 border-ink bg-sheet">
        {rows.map((row) => (
          <li
            key={row.id}
            className="grid gap-x-4 border-b border-rule px-3 py-2 sm:grid-cols-[190px_minmax(0,1fr)]"
          >
            <div>
              <Link href={`/climb/${row.id}`} className="link text-15 font-semibold">
                {row.name}
              </Link>
              <div role="group" aria-label={`${row.name} comes`} className="flex">
                {ATTENDS.map(({ as, word }) => {
                  const isNow =
                    as === row.attendance || (as === "expected" && row.attendance === "here");
                  return (
                    <button
                      key={as}
                      type="button"
                      aria-pressed={isNow}
                      disabled={busy}
                      onClick={() => void attend(row.id, as)}
                      className={`min-h-11 min-w-11 pr-3 text-left text-13 ${isNow ? "font-semibold underline decoration-2 underline-offset-4" : "text-ink-2"}`}
                    >
                      {word}
                    </button>
                  );
                })}
              </div>
              {manages && row.attendance !== "away" ? (
                <Another
                  name={row.name}
                  shelf={shelf.filter(
                    (one) => !row.pieces.some(({ revisionId }) => revisionId === one.revisionId),
                  )}
                  onTake={(revisionId) => void say({ learnerId: row.id, revisionId }, "make")}
                />
              ) : null}
            </div>
            <div>
              {row.attendance === "away" ? (
                <p className="quiet pt-1 text-15">nothing this evening</p>
              ) : (
                <Pieces row={row} manages={manages} busy={busy} say={say} />
              )}
            </div>
          </li>
        ))}
      </ul>
    </section>
  );
}

type Say = (
  about: { learnerId: string; revisionId: string },
  says: "make" | "drop" | "let",
  how?: { fireId: string | null; fromMinute: number | null; isGuided: boolean },
) => Promise<void>;

function Pieces({
  row: { id, pieces, dropped },
  manages,
  busy,
  say,
}: {
  row: MakerRow;
  manages: boolean;
  busy: boolean;
  say: Say;
}) {
  return (
    <>
      {pieces.length === 0 ? (
        <p className="quiet pt-1 text-15">Nothing fits, or nothing is ready.</p>
      ) : null}
      <ul className="grid gap-x-4 text-15 md:grid-cols-2">
        {pieces.map((piece) => (
          <li key={piece.revisionId} className="flex min-h-11 items-center justify-between gap-2">
            <span>
              <Link href={`/set/${piece.exerciseId}`} className="link">
                {piece.name}
              </Link>{" "}
              <span className="quiet text-13">{aboutInWords(piece)}</span>
            </span>
            {manages ? <Changes learnerId={id} piece={piece} busy={busy} say={say} /> : null}
          </li>
        ))}
      </ul>
      {dropped.map(({ revisionId, name }) => (
        <p key={revisionId} className="flex flex-wrap items-center gap-x-2 text-13 text-ink-2">
          Left out: {name}
          {manages ? (
            <button
              type="button"
              className="link min-h-11 px-2"
              disabled={busy}
              onClick={() => void say({ learnerId: id, revisionId }, "let")}
            >
              take it in again
            </button>
          ) : null}
        </p>
      ))}
    </>
  );
}

type Piece = MakerRow["pieces"][number];

const aboutInWords = ({ minutes, from, stages, stagesDone, isGuided }: Piece): string =>
  [
    hoursInWords(minutes),
    ...(from === "begun" ? [`begun: stage ${stagesDone + 1} of ${stages}`] : []),
    ...(from === "said" ? ["as you said"] : []),
    ...(isGuided ? ["an instructor beside"] : []),
  ].join(", ");

/** What can be said otherwise of a piece of the evening. */
function Changes({
  learnerId,
  piece: { revisionId, name, from, kept, isGuided },
  busy,
  say,
}: {
  learnerId: string;
  piece: Piece;
  busy: boolean;
  say: Say;
}) {
  const about = { learnerId, revisionId };
  const changes = [
    {
      words: "Leave it for another evening",
      make: () => say(about, from === "said" ? "let" : "drop"),
    },
    {
      words: isGuided ? "On their own" : "With an instructor beside",
      make: () =>
        say(about, "make", {
          fireId: kept?.fire ?? null,
          fromMinute: kept?.from ?? null,
          isGuided: !isGuided,
        }),
    },
  ];
  return (
    <DropdownMenu.Root modal={false}>
      <DropdownMenu.Trigger
        className="link min-h-11 shrink-0 px-2 text-13 text-ink-2"
        disabled={busy}
        aria-label={`Change ${name}`}
      >
        change
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="end"
          className="z-30 border border-t-[5px] border-rule-strong border-t-ink bg-sheet py-1"
        >
          {changes.map(({ words, make }) => (
            <DropdownMenu.Item
              key={words}
              className="flex min-h-11 cursor-default items-center px-4 text-15 data-highlighted:bg-band data-highlighted:outline-2 data-highlighted:-outline-offset-2 data-highlighted:outline-ink"
              onSelect={() => void make()}
            >
              {words}
            </DropdownMenu.Item>
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}

/** Another exercise off the shelf for somebody's evening. */
function Another({
  name,
  shelf,
  onTake,
}: {
  name: string;
  shelf: readonly { revisionId: string; name: string }[];
  onTake: (revisionId: string) => void;
}) {
  const [isOpen, setOpen] = useState(false);
  if (!isOpen)
    return (
      <button
        type="button"
        className="link min-h-11 text-13"
        aria-label={`Another piece for ${name}`}
        onClick={() => setOpen(true)}
      >
        another piece
      </button>
    );
  return (
    <label className="block py-1 text-13">
      Another piece for {name}
      <select
        className="field mt-1 max-w-80"
        autoFocus
        defaultValue=""
        onChange={({ target }) => {
          setOpen(false);
          if (target.value) onTake(target.value);
        }}
      >
        <option value="">choose …</option>
        {shelf.map((one) => (
          <option key={one.revisionId} value={one.revisionId}>
            {one.name}
          </option>
        ))}
      </select>
    </label>
  );
}
