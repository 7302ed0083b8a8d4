"use client";

import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { doubtfulFirst } from "@/core/inspection/doubt";
import type { Characteristic } from "@/core/measure/characteristic";
import { inBenchOrder, type BenchOrder } from "@/core/measure/order";
import { applyEvent, eventId, type BenchEvent } from "@/core/records/apply";
import type { BenchInstrument, BenchPiece } from "@/core/records/bench";
import type { CheaperWay } from "@/core/verdict/cheaper";
import type { Verdict } from "@/core/verdict/verdict";
import {
  flush,
  forget,
  keep,
  sentSince,
  waitingFor,
  type Connection,
  type QueuedEvent,
} from "./outbox";
import { useVerdict } from "./useVerdict";

const RETRY_MS = 4000;

export interface Bench {
  piece: BenchPiece;
  verdict: Verdict;
  /** Fewer heats than the verdict's advice takes. */
  cheaper: CheaperWay | null;
  /** Whether what can still be done is being looked for. */
  isLooking: boolean;
  /** Ids of events that only this device has. */
  onDevice: ReadonlySet<string>;
  refused: QueuedEvent[];
  /** A signature that the server doesn't have yet. */
  signature: QueuedEvent | null;
  connection: Connection;
  /** Applies an event at once, keeps it on the device, and sends it when it can. */
  record: (event: BenchEvent) => void;
  /** The same; resolves once it is sent, or can't be now. */
  recordAndSend: (event: BenchEvent) => Promise<void>;
  /** Takes back what waits, or what was refused and has been seen. */
  dismiss: (order: number) => void;
  /** Whether its inspection may end once enough is known. */
  mayEndEarly: boolean;
  /** Whether everything is measured, however much is known. */
  measuresAll: boolean;
  measureAll: (all: boolean) => void;
}

/** The state of the bench: what the server had, with everything done since laid over it. */
export function useBench(
  loaded: BenchPiece,
  instruments: readonly BenchInstrument[],
  { personId, order }: { personId: string; order: BenchOrder },
): Bench {
  const [events, setEvents] = useState<BenchEvent[]>([]);
  const [waiting, setWaiting] = useState<QueuedEvent[]>([]);
  const [connection, setConnection] = useState<Connection>("saved");
  const [measuresAll, measureAll] = useState(false);
  const sending = useRef<Promise<Connection> | null>(null);
  const keeping = useRef<Promise<unknown>>(Promise.resolve());
  /** Ids of events the server has not taken yet. */
  const unsaved = useRef(new Set<string>());
  const pieceId = loaded.id;

  const send = useCallback((): Promise<Connection> => {
    sending.current ??= (async () => {
      try {
        // What is entered while we send is sent in another round.
        for (;;) {
          await keeping.current;
          const state = await flush(personId);
          const left = await waitingFor(personId, pieceId);
          unsaved.current = new Set(left.map(({ id }) => id));
          setWaiting(left);
          setConnection(state);
          if (state !== "saved" || left.every(({ refused }) => refused)) return state;
        }
      } finally {
        sending.current = null;
      }
    })();
    return sending.current;
  }, [personId, pieceId]);

  // What waits, and what was sent since the page was read, are laid over it.
  const opened = useRef(loaded);
  useEffect(() => {
    let gone = false;
    const readAt = Date.parse(opened.current.readAt);
    void Promise.all([sentSince(personId, pieceId, readAt), waitingFor(personId, pieceId)]).then(
      ([sent, left]) => {
        if (gone) return;
        for (const { id } of left) unsaved.current.add(id);
        const waits = left.flatMap(({ event, refused }) => (refused ? [] : [event]));
        setEvents((now) => [...sent, ...waits, ...now]);
        setWaiting(left);
        void send();
      },
    );
    const again = () => void send();
    const timer = setInterval(again, RETRY_MS);
    window.addEventListener("online", again);
    return () => {
      gone = true;
      clearInterval(timer);
      window.removeEventListener("online", again);
    };
  }, [personId, pieceId, send]);

  // A fresh copy from the server holds what was saved before it was read.
  useEffect(() => {
    if (loaded === opened.current) return;
    let gone = false;
    void sentSince(personId, pieceId, Date.parse(loaded.readAt)).then((sent) => {
      if (gone) return;
      const ids = new Set(sent.map(eventId));
      const isUnsaved = (event: BenchEvent) =>
        unsaved.current.has(eventId(event)) && !ids.has(eventId(event));
      setEvents((now) => [...sent, ...now.filter(isUnsaved)]);
    });
    return () => {
      gone = true;
    };
  }, [loaded, personId, pieceId]);

  const recordAndSend = useCallback(
    async (event: BenchEvent) => {
      unsaved.current.add(eventId(event));
      setEvents((now) => [...now, event]);
      const kept = keeping.current.then(() => keep(personId, pieceId, event));
      keeping.current = kept.catch(() => undefined);
      await kept;
      unsaved.current.add(eventId(event));
      setWaiting(await waitingFor(personId, pieceId));
      await send();
    },
    [personId, pieceId, send],
  );

  const record = useCallback((event: BenchEvent) => void recordAndSend(event), [recordAndSend]);

  const dismiss = useCallback(
    (order: number) => {
      void forget(order).then(async () => setWaiting(await waitingFor(personId, pieceId)));
    },
    [personId, pieceId],
  );

  // One word, so that asking again what waits makes no new piece, and the advice stays as it is.
  const refusedIds = waiting.flatMap(({ id, refused }) => (refused ? [id] : [])).join(" ");
  const piece = useMemo(() => {
    const isRefused = new Set(refusedIds.split(" "));
    const now = events
      .filter((event) => !isRefused.has(eventId(event)))
      .reduce((before, event) => applyEvent(before, event, instruments), loaded);
    const { mayStop, ...whole } = now;
    const stopping = mayStop && !measuresAll ? { mayStop } : {};
    return { ...whole, ...stopping, characteristics: inOrder(now, order) };
  }, [events, refusedIds, loaded, instruments, order, measuresAll]);
  const { verdict, cheaper, isLooking } = useVerdict(piece);
  const onDevice = useMemo(() => new Set(waiting.map(({ id }) => id)), [waiting]);
  const refused = useMemo(() => waiting.filter((event) => event.refused), [waiting]);
  const signature =
    waiting.find(({ event, refused: why }) => event.name === "sign-verdict" && !why) ?? null;
  return {
    piece,
    verdict,
    cheaper,
    isLooking,
    signature,
    onDevice,
    refused,
    connection,
    record,
    recordAndSend,
    dismiss,
    mayEndEarly: loaded.mayStop !== undefined,
    measuresAll,
    measureAll,
  };
}

/** A piece's plan in the order chosen at the bench. */
function inOrder(
  { characteristics, mayStop, rules, exercise: { step } }: BenchPiece,
  order: BenchOrder,
): Characteristic[] {
  return order === "doubtful-first" && mayStop && "expected" in mayStop
    ? doubtfulFirst(characteristics, mayStop.expected, rules.grades[step])
    : inBenchOrder(characteristics, order);
}
