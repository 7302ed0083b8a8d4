import { randomBytes } from "node:crypto";
import pg from "pg";

const DEVICES = 40;
const TAPS = 60;
const PASSWORD = "anvil-and-bell";

/** A UUID of version 7 (RFC 9562). */
function newId() {
  const bytes = randomBytes(16);
  bytes.writeUIntBE(Date.now(), 0, 6);
  bytes[6] = (bytes[6] & 0x0f) | 0x70;
  bytes[8] = (bytes[8] & 0x3f) | 0x80;
  return bytes.toString("hex").replace(/^(.{8})(.{4})(.{4})(.{4})(.{12})$/, "$1-$2-$3-$4-$5");
}

async function signIn(address) {
  const response = await fetch(`${address}/api/auth/sign-in/email`, {
    method: "POST",
    headers: { "content-type": "application/json", origin: address },
    body: JSON.stringify({ email: "oda@wrackline.example", password: PASSWORD }),
  });
  if (!response.ok) throw new Error("The floor's instructor could not sign in.");
  return response.headers
    .getSetCookie()
    .map((one) => one.split(";")[0])
    .join("; ");
}

/** One device that hears a floor: calls back with the id of every event. */
async function listen(address, { cookie, classId, signal, onEvent }) {
  const response = await fetch(`${address}/api/floor/${classId}`, { headers: { cookie }, signal });
  const reader = response.body.pipeThrough(new TextDecoderStream()).getReader();
  let text = "";
  void (async () => {
    for (;;) {
      const { done, value } = await reader.read();
      if (done) return;
      text += value;
      const lines = text.split("\n");
      text = lines.pop();
      for (const line of lines)
        if (line.startsWith("data: {")) onEvent(JSON.parse(line.slice(6)).id);
    }
  })().catch(() => undefined);
}

/**
 * How long a tap on one device takes to be heard on all others, ms: devices on two server
 * processes of one database.
 */
export async function measureFloor([first, second], { classId, learnerId }) {
  const cookie = await signIn(first);
  const stop = new AbortController();
  const sentAt = new Map();
  const taken = [];
  const onEvent = (id) => {
    if (sentAt.has(id)) taken.push(performance.now() - sentAt.get(id));
  };
  for (let device = 0; device < DEVICES; device += 1)
    await listen(device % 2 ? first : second, { cookie, classId, signal: stop.signal, onEvent });
  for (let tap = 0; tap < TAPS; tap += 1) {
    const address = tap % 2 ? first : second;
    const eventId = newId();
    const event = { kind: "stuck", learnerId, isOn: tap % 2 === 0 };
    sentAt.set(eventId, performance.now());
    const response = await fetch(`${address}/api/command/floor`, {
      method: "POST",
      headers: { "content-type": "application/json", cookie, origin: address },
      body: JSON.stringify({ eventId, classId, at: new Date().toISOString(), event }),
    });
    if (!response.ok) throw new Error(await response.text());
  }
  const wanted = DEVICES * TAPS;
  const patience = Date.now() + 20_000;
  while (taken.length < wanted && Date.now() < patience)
    await new Promise((resolve) => setTimeout(resolve, 50));
  stop.abort();
  if (taken.length < wanted) throw new Error(`${wanted - taken.length} taps were never heard.`);
  taken.sort((a, b) => a - b);
  return { median: taken[wanted >> 1], p95: taken[Math.floor(wanted * 0.95)] };
}

/** A learner of a class's cohort. */
export async function someLearner(databaseUrl, classId) {
  const client = new pg.Client({ connectionString: databaseUrl });
  await client.connect();
  try {
    const { rows } = await client.query(
      `select m.person_id from class_day d join membership m on m.cohort_id = d.cohort_id
        where d.id = $1 limit 1`,
      [classId],
    );
    return rows[0].person_id;
  } finally {
    await client.end();
  }
}
