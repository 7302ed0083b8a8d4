import { readFileSync } from "node:fs";
import { cpus } from "node:os";
import pg from "pg";
import { v7 as uuidV7 } from "uuid";
import { say } from "../setup/say.mjs";
import { NODES, primaryOf, until } from "./services.mjs";

/** An evening of 200 devices, each with a reading a second. */
const DEVICES = Number(process.env.CLUSTER_DEVICES ?? 200);
const EVERY_MS = 1000;
const WARM_UP_S = 30;
const QUIET_S = Number(process.env.CLUSTER_QUIET_S ?? 60);
const AFTER_KILL_S = 40;
/** A device that got no answer sends the same again after so long at most: not all of them at once. */
const AGAIN_MS = 3000;
const PASSWORD = "anvil-and-bell";

const sleep = (ms) => new Promise((resolve) => setTimeout(resolve, ms));

/** @returns {Promise<object>} latencies, failures, what was acknowledged and is there, and how long writes stood still */
export async function tryCluster({ services, servers, startServer }) {
  const { ports, url } = services;
  const address = `http://127.0.0.1:${ports.web}`;
  // A server answers by itself before the balancer counts on it.
  await until("The balancer", 30, async () => (await fetch(`${address}/api/health`)).ok);
  const headers = {
    ...{ "content-type": "application/json", origin: address },
    cookie: await cookieOf(address, await emailOf(url)),
  };
  const post = (name, input) =>
    fetch(`${address}/api/command/${name}`, {
      ...{ method: "POST", headers, body: JSON.stringify(input) },
      signal: AbortSignal.timeout(10_000),
    });
  const work = await workOf(url);
  const log = { answers: [], failures: [], acknowledged: new Set(), refused: {} };
  let isOn = true;
  const send = async (name, input, id) => {
    for (;;) {
      const started = performance.now();
      const response = await post(name, input).catch(() => null);
      const body = await response?.json().catch(() => null);
      const at = performance.now();
      if (body?.ok) {
        log.acknowledged.add(id);
        return log.answers.push({ at, ms: at - started });
      }
      // An answer that was cut off with its server is none.
      if (response && body && response.status < 500 && response.status !== 401) {
        const code = body.error?.problem?.code ?? response.status;
        return (log.refused[code] = (log.refused[code] ?? 0) + 1);
      }
      log.failures.push({ at, status: response?.status ?? 0 });
      if (!isOn) return undefined;
      await sleep(AGAIN_MS * (0.3 + 0.7 * Math.random()));
    }
  };
  const device = async (index) => {
    const { assignmentId, lines } = work[index % work.length];
    await sleep((index / DEVICES) * EVERY_MS);
    while (isOn) {
      const pieceId = uuidV7();
      const piece = { pieceId, assignmentId, kind: "practice", guided: false };
      await send("start-piece", piece, pieceId);
      for (const line of lines) {
        if (!isOn) return;
        const readingId = uuidV7();
        const takenAt = new Date().toISOString();
        const due = performance.now() + EVERY_MS;
        await send("take-reading", { ...line, readingId, pieceId, takenAt }, readingId);
        await sleep(Math.max(0, due - performance.now()));
      }
    }
  };
  const devices = Promise.all(Array.from({ length: DEVICES }, (_, index) => device(index)));
  await sleep(WARM_UP_S * 1000);
  const quietFrom = performance.now();
  const workBefore = workedMs(servers);
  await sleep(QUIET_S * 1000);
  const quietTo = performance.now();
  const workAfter = workedMs(servers);
  say(`${log.answers.length} answers; a server process is killed.`);
  const [killed] = ports.servers;
  servers.get(killed).server.kill("SIGKILL");
  await sleep(5000);
  await startServer(killed);
  await sleep(10_000);
  const gone = await primaryOf(ports);
  say(`The primary, ${gone}, is killed with what keeps it.`);
  const databaseKilled = performance.now();
  await services.parts[gone].kill();
  await until("A new primary", 60, async () => {
    const now = await primaryOf(ports);
    return now !== null && now !== gone;
  });
  const promoted = performance.now();
  await sleep(AFTER_KILL_S * 1000);
  services.startNode(gone);
  isOn = false;
  await devices;
  const found = await countOf(services, [...log.acknowledged]);
  const within = (from, to) => log.answers.filter(({ at }) => at >= from && at < to);
  const quiet = within(quietFrom, quietTo);
  const times = quiet.map(({ ms }) => ms).sort((a, b) => a - b);
  const failed = (from, to) => log.failures.filter(({ at }) => at >= from && at < to);
  const span = (some) => (some.length === 0 ? 0 : (some.at(-1).at - some[0].at) / 1000);
  const firstAfter = log.answers.find(({ at }) => at > promoted);
  const lastBefore = log.answers.filter(({ at }) => at < promoted).at(-1);
  return {
    devices: DEVICES,
    perSecond: quiet.length / ((quietTo - quietFrom) / 1000),
    medianMs: times[Math.floor(times.length * 0.5)],
    p95Ms: times[Math.floor(times.length * 0.95)],
    p99Ms: times[Math.floor(times.length * 0.99)],
    // What a core works for one answer: of the machine in all, and of that the server processes and the load.
    coreMsPerAnswer: Object.fromEntries(
      Object.entries(workAfter).map(([of, ms]) => [of, (ms - workBefore[of]) / quiet.length]),
    ),
    failuresInQuiet: failed(quietFrom, quietTo).length,
    serverKilled: {
      failures: failed(quietTo, databaseKilled).length,
      overSeconds: span(failed(quietTo, databaseKilled)),
    },
    primaryKilled: {
      failures: failed(databaseKilled, Infinity).length,
      promotedAfterSeconds: (promoted - databaseKilled) / 1000,
      writesStoodStillSeconds: firstAfter ? (firstAfter.at - lastBefore.at) / 1000 : null,
    },
    acknowledged: log.acknowledged.size,
    refused: log.refused,
    ...found,
  };
}

/** How long cores have worked, ms: all of the machine's, for the server processes, and for the load. */
function workedMs(servers) {
  const machine = cpus().reduce((sum, { times }) => sum + times.user + times.nice + times.sys, 0);
  const { user, system } = process.cpuUsage();
  const ofServers = [...servers.values()].reduce((sum, { server }) => {
    const afterName = readFileSync(`/proc/${server.pid}/stat`, "utf8").split(") ")[1].split(" ");
    // User and system time, in hundredths of a second (proc(5)).
    return sum + (Number(afterName[11]) + Number(afterName[12])) * 10;
  }, 0);
  return { machine, servers: ofServers, load: (user + system) / 1000 };
}

async function emailOf(url) {
  return asked(url, async (client) => {
    const { rows } = await client.query(
      `select u.email from "user" u join person p on p.user_id = u.id join membership m on m.person_id = p.id
       where m.role = 'instructor' order by u.email limit 1`,
    );
    return rows[0].email;
  });
}

async function cookieOf(address, email) {
  const response = await fetch(`${address}/api/auth/sign-in/email`, {
    method: "POST",
    headers: { "content-type": "application/json", origin: address },
    body: JSON.stringify({ email, password: PASSWORD }),
  });
  if (!response.ok) throw new Error(`Signing in gave ${response.status}.`);
  return response.headers
    .getSetCookie()
    .map((line) => line.split(";")[0])
    .join("; ");
}

/** What the devices make: assignments, each with a reading of every line of its measuring plan. */
async function workOf(url) {
  return asked(url, async (client) => {
    const { rows } = await client.query(
      `select a.id as "assignmentId", r.characteristics from assignment a
       join exercise_revision r on r.id = a.revision_id where a.withdrawn_at is null
         and exists (select from membership m where m.person_id = a.learner_id and m.left_at is null)`,
    );
    const instruments = await client.query("select id, kind from instrument");
    return rows.map(({ assignmentId, characteristics }) => ({
      assignmentId,
      lines: characteristics.map(({ id, nominal, readings, instrument, tolerance }) => ({
        characteristicId: id,
        // On size, as most readings are: for what is off the server looks for a way out.
        values: readings === "difference" ? Array(2).fill(tolerance.sizeMm * 1.4) : [nominal],
        typed: String(nominal),
        instrumentId: instruments.rows.find(({ kind }) => kind === instrument)?.id,
        supersedesId: null,
      })),
    }));
  });
}

/** Of what was acknowledged, how much isn't there, and how much is there twice. */
async function countOf({ url, ports }, ids) {
  await until("A primary", 60, async () => NODES.includes(await primaryOf(ports)));
  return asked(url, async (client) => {
    const { rows } = await client.query(
      `select count(*)::int as kept, count(distinct id)::int as distinct from
         (select id from reading where id = any($1) union all select id from piece where id = any($1)) of`,
      [ids],
    );
    return { lost: ids.length - rows[0].distinct, doubled: rows[0].kept - rows[0].distinct };
  });
}

async function asked(url, ask) {
  const client = new pg.Client({ connectionString: url, connectionTimeoutMillis: 5000 });
  await client.connect();
  try {
    return await ask(client);
  } finally {
    await client.end();
  }
}
