import Dexie, { type EntityTable } from "dexie";
import type { Failure } from "@/core/problem/complain";
import { eventId, type BenchEvent } from "@/core/records/apply";
import { post } from "../command";

/** What can be kept on the device: a command by its name. */
interface DeviceEvent {
  name: string;
  input: object;
}

/** An event that waits on this device until the server has it, and a while longer. */
export interface QueuedEvent<Event extends DeviceEvent = BenchEvent> {
  /** Order of entry on this device. */
  order: number;
  id: string;
  /** Whose it is: on a shared laptop only they can send it. */
  personId: string;
  /** The piece, or the class, it is about. */
  pieceId: string;
  event: Event;
  /** Why the server won't have it; it is kept until the person has seen it. */
  refused: Failure | null;
  /** 1 once the server has it; then it is kept for pages that are older than it. */
  sent: 0 | 1;
  /** By the server's clock, ms; 0 before. */
  sentAt: number;
}

class DeviceStore extends Dexie {
  queue!: EntityTable<QueuedEvent, "order">;

  constructor() {
    super("bell-step-bench");
    this.version(1).stores({ queue: "++order, id, [personId+pieceId], personId" });
    this.version(2)
      .stores({ queue: "++order, id, [personId+pieceId+sent], [personId+sent]" })
      .upgrade((change) => change.table("queue").toCollection().modify({ sent: 0, sentAt: 0 }));
  }
}

let store: DeviceStore | undefined;
const queue = () => (store ??= new DeviceStore()).queue;

/** How sending stands: everything saved, waiting for the server, or waiting for a sign-in. */
export type Connection = "saved" | "unreachable" | "signed-out";

/** Keeps an event on the device before anything is sent. A later tally takes the place of a waiting one. */
export function keep(personId: string, pieceId: string, event: BenchEvent): Promise<void>;
/** Keeps something else under an id of its own. */
export function keep(
  personId: string,
  about: string,
  event: DeviceEvent,
  id: string,
): Promise<void>;
export async function keep(
  personId: string,
  pieceId: string,
  event: DeviceEvent,
  own?: string,
): Promise<void> {
  const id = own ?? eventId(event as BenchEvent);
  if (event.name === "tally-piece" || event.name === "change-defect")
    await queue()
      .where({ personId, pieceId, sent: 0 })
      .filter((other) => other.id === id && other.refused === null)
      .delete();
  const row = { id, personId, pieceId, event: event as BenchEvent };
  await queue().add({ ...row, refused: null, sent: 0, sentAt: 0 });
}

/** What waits for a piece, in order of entry. */
export const waitingFor = <Event extends DeviceEvent = BenchEvent>(
  personId: string,
  pieceId: string,
): Promise<QueuedEvent<Event>[]> =>
  queue().where({ personId, pieceId, sent: 0 }).sortBy("order") as unknown as Promise<
    QueuedEvent<Event>[]
  >;

/** How much waits of all a person's pieces; what was refused waits for nothing. */
export const countWaiting = (personId: string): Promise<number> =>
  queue()
    .where({ personId, sent: 0 })
    .filter(({ refused }) => refused === null)
    .count();

/** The server tells its time to the second, and a page takes a moment to be read. */
const SAME_MOMENT_MS = 3000;

/**
 * What the server has had since a page was read, oldest first: a page out of the device's
 * keeping, or one that was under way meanwhile, doesn't show it. What is older is forgotten.
 *
 * @param readAt when the page was read, by the server's clock, ms
 */
export async function sentSince(
  personId: string,
  pieceId: string,
  readAt: number,
): Promise<BenchEvent[]> {
  const sent = await queue().where({ personId, pieceId, sent: 1 }).sortBy("order");
  const known = sent.filter(({ sentAt }) => sentAt < readAt - SAME_MOMENT_MS);
  await queue().bulkDelete(known.map(({ order }) => order));
  return sent.filter((one) => !known.includes(one)).map(({ event }) => event);
}

/** Forgets what the server has had of everybody: for who leaves this device. What waits still waits. */
export const forgetSent = async (): Promise<void> => {
  await queue()
    .filter(({ sent }) => sent === 1)
    .delete();
};

/** Drops what the server refused, once the person has seen why. */
export const forget = (order: number): Promise<void> => queue().delete(order);

/**
 * Sends what waits, oldest first, stopping at the first that can't get through,
 * so that the server sees everything in the order it happened. Sending twice is
 * harmless: every event has its own id.
 */
export async function flush(personId: string): Promise<Connection> {
  const waiting = await queue().where({ personId, sent: 0 }).sortBy("order");
  for (const { order, event, refused } of waiting) {
    if (refused) continue;
    const answer = await post(`/api/command/${event.name}`, event.input, personId);
    if (answer.ok) {
      await queue().update(order, { sent: 1, sentAt: answer.at || Date.now() });
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
