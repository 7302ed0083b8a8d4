"use client";

import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import type { FloorEvent, FloorHappening } from "@/core/floor/events";
import { floorAt, floorOf, type Floor, type FloorWork } from "@/core/floor/floor";
import { newId } from "../command";
import {
  flush,
  forget,
  keep,
  waitingFor,
  type Connection,
  type QueuedEvent,
} from "../bench/outbox";

const RETRY_MS = 4000;
const TICK_MS = 5000;

interface FloorKept {
  classId: string;
  personId: string;
  stopsAt: number;
  before: readonly FloorWork[];
  events: readonly (FloorEvent & { sequence: number })[];
  /** What the floor's clock is behind this device's, ms: only where the demonstration pretends. */
  behindMs: number;
}

export interface LiveFloor {
  floor: Floor;
  /** ms since 1970, by the floor's clock. */
  now: number;
  /** Up to when minutes are counted: an evening that was not closed doesn't go on counting. */
  countedTo: number;
  /** How much has happened. */
  changes: number;
  /** Says that something happened; it is seen here at once, and elsewhere when it can be sent. */
  tell: (event: FloorHappening) => void;
  connection: Connection;
  /** How much only this device has. */
  waiting: number;
  refused: QueuedEvent<FloorSent>[];
  dismiss: (order: number) => void;
}

export interface FloorSent {
  name: "floor";
  input: { eventId: string; classId: string; at: string; event: FloorHappening };
}

const happened = ({ input: { eventId, classId, at, event } }: FloorSent): FloorEvent => ({
  ...{ id: eventId, classId, at: Date.parse(at), event },
});

/**
 * The floor of a class as everybody's devices leave it: what the server had, what it hears of as
 * it happens, and what this device couldn't send yet.
 *
 * @param onSigned a piece was signed: what is at the bench has to be asked for anew
 */
export function useFloor(
  { classId, personId, stopsAt, before, events: loaded, behindMs }: FloorKept,
  onSigned: () => void,
): LiveFloor {
  const [events, setEvents] = useState<ReadonlyMap<string, FloorEvent>>(
    () => new Map(loaded.map((one) => [one.id, one])),
  );
  const [queue, setQueue] = useState<QueuedEvent<FloorSent>[]>([]);
  const [connection, setConnection] = useState<Connection>("saved");
  const clock = useCallback(() => Date.now() - behindMs, [behindMs]);
  const [now, setNow] = useState(() => Math.max(0, ...loaded.map(({ at }) => at)));
  const add = useCallback((one: FloorEvent) => {
    setEvents((known) => (known.has(one.id) ? known : new Map(known).set(one.id, one)));
  }, []);

  useEffect(() => {
    const tick = () => setNow(clock());
    tick();
    const timer = setInterval(tick, TICK_MS);
    return () => clearInterval(timer);
  }, [clock]);

  const signed = useRef(onSigned);
  useEffect(() => {
    signed.current = onSigned;
  });
  const last = Math.max(0, ...loaded.map(({ sequence }) => sequence));
  useEffect(() => {
    const source = new EventSource(`/api/floor/${classId}?after=${last}`);
    source.addEventListener("message", ({ data }) => add(JSON.parse(data as string) as FloorEvent));
    source.addEventListener("signed", () => signed.current());
    return () => source.close();
  }, [classId, last, add]);

  const sending = useRef<Promise<void>>(Promise.resolve());
  const send = useCallback(() => {
    sending.current = sending.current.then(async () => {
      setConnection(await flush(personId));
      setQueue(await waitingFor<FloorSent>(personId, classId));
    });
    return sending.current;
  }, [personId, classId]);
  useEffect(() => {
    void waitingFor<FloorSent>(personId, classId).then((waiting) => {
      setQueue(waiting);
      for (const { event } of waiting) add(happened(event));
      return send();
    });
    const timer = setInterval(() => void send(), RETRY_MS);
    return () => clearInterval(timer);
  }, [personId, classId, add, send]);

  const tell = useCallback(
    (event: FloorHappening) => {
      const eventId = newId();
      const at = new Date(clock()).toISOString();
      const sent: FloorSent = { name: "floor", input: { eventId, classId, at, event } };
      add(happened(sent));
      setNow(clock());
      void keep(personId, classId, sent, eventId).then(send);
    },
    [add, clock, classId, personId, send],
  );
  const dismiss = useCallback(
    (order: number) => {
      const gone = queue.find((one) => one.order === order);
      if (gone)
        setEvents((known) => {
          const left = new Map(known);
          left.delete(gone.event.input.eventId);
          return left;
        });
      void forget(order).then(send);
    },
    [queue, send],
  );
  const floor = useMemo(
    () => floorOf([...events.values()], stopsAt, before),
    [events, stopsAt, before],
  );
  return {
    floor: floorAt(floor, stopsAt, now),
    now,
    countedTo: Math.min(now, stopsAt),
    changes: events.size,
    tell,
    connection,
    waiting: queue.filter(({ refused }) => refused === null).length,
    refused: queue.filter(({ refused }) => refused !== null),
    dismiss,
  };
}
