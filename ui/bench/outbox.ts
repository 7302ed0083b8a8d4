import Dexie, { type EntityTable } from "dexie";
import type { CommandFailure } from "@/core/records/commands";
import { eventId, type BenchEvent } from "@/core/records/apply";
import { post } from "../command";

/** An event that waits on this device until the server has it. */
export interface QueuedEvent {
  /** Order of entry on this device. */
  order: number;
  id: string;
  /** Whose it is: on a shared laptop only they can send it. */
  personId: string;
  pieceId: string;
  event: BenchEvent;
  /** Why the server won't have it; it is kept until the person has seen it. */
  refused: CommandFailure | null;
}

class DeviceStore extends Dexie {
  queue!: EntityTable<QueuedEvent, "order">;

  constructor() {
    super("bell-step-bench");
    this.version(1).stores({ queue: "++order, id, [personId+pieceId], personId" });
  }
}

let store: DeviceStore | undefined;
const queue = () => (store ??= new DeviceStore()).queue;

/** How sending stands: everything saved, waiting for the server, or waiting for a sign-in. */
export type Connection = "saved" | "unreachable" | "signed-out";

/** Keeps an event on the device before anything is sent. A later tally takes the place of a waiting one. */
export async function keep(personId: string, pieceId: string, event: BenchEvent): Promise<void> {
  const id = eventId(event);
  if (event.name === "tally-piece" || event.name === "change-defect")
    await queue()
      .where({ personId, pieceId })
      .filter((other) => other.id === id && other.refused === null)
      .delete();
  await queue().add({ id, personId, pieceId, event, refused: null });
}

/** What waits for a piece, in order of entry. */
export const waitingFor = (personId: string, pieceId: string): Promise<QueuedEvent[]> =>
  queue().where({ personId, pieceId }).sortBy("order");

/** Drops what the server refused, once the person has seen why. */
export const forget = (order: number): Promise<void> => queue().delete(order);

/**
 * Sends what waits, oldest first, stopping at the first that can't get through,
 * so that the server sees everything in the order it happened. Sending twice is
 * harmless: every event has its own id.
 */
export async function flush(personId: string): Promise<Connection> {
  const waiting = await queue().where({ personId }).sortBy("order");
  for (const { order, event, refused } of waiting) {
    if (refused) continue;
    const answer = await post(`/api/command/${event.name}`, event.input);
    if (answer.ok) {
      await queue().delete(order);
    } else if (answer.error.code === "unavailable") {
      return "unreachable";
    } else if (answer.error.code === "signed-out") {
      return "signed-out";
    } else {
      await queue().update(order, { refused: answer.error });
    }
  }
  return "saved";
}
