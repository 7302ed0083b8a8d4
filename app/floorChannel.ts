import pg from "pg";
import { log } from "./log";

/** Hears that something happened on a class's floor, or in a school. */
type Listener = () => void;

interface Channel {
  listeners: Map<string, Set<Listener>>;
  client: pg.Client | null;
  opening: Promise<void> | null;
}

/** One connection listens for all pages of this process. */
const kept = globalThis as { bellStepFloor?: Channel };
const channel = (): Channel =>
  (kept.bellStepFloor ??= { listeners: new Map(), client: null, opening: null });

const RETRY_MS = 2000;

/**
 * Calls back whenever PostgreSQL announces one of some ids on the channel "floor": of a class
 * whose floor changed, or of a school where a piece was signed. After the connection was lost it
 * calls back once, since something may have been missed.
 *
 * @returns stops it
 */
export async function hearFloor(ids: readonly string[], listener: Listener): Promise<() => void> {
  const { listeners } = channel();
  for (const id of ids) {
    const own = listeners.get(id) ?? new Set();
    listeners.set(id, own.add(listener));
  }
  await open();
  return () => {
    for (const id of ids) {
      listeners.get(id)?.delete(listener);
      if (listeners.get(id)?.size === 0) listeners.delete(id);
    }
  };
}

function open(): Promise<void> {
  const of = channel();
  if (of.client) return Promise.resolve();
  return (of.opening ??= connect(of).finally(() => (of.opening = null)));
}

async function connect(of: Channel): Promise<void> {
  const client = new pg.Client({ connectionString: process.env.DATABASE_URL });
  const lost = () => {
    if (of.client !== client) return;
    of.client = null;
    setTimeout(() => {
      if (of.listeners.size === 0) return;
      open()
        .then(() => tellAll(of))
        .catch(() => lost());
    }, RETRY_MS).unref();
  };
  client.on("error", (error) => {
    log.error({ error: error.message }, "floor channel");
    lost();
  });
  client.on("end", lost);
  client.on("notification", ({ payload }) => {
    for (const listener of of.listeners.get(payload ?? "") ?? []) listener();
  });
  await client.connect();
  await client.query("listen floor");
  of.client = client;
}

function tellAll({ listeners }: Channel): void {
  for (const own of listeners.values()) for (const listener of own) listener();
}
