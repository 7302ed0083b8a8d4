import { createServer } from "node:net";
import { say, Stop } from "./say.mjs";

/** Whether nothing listens on a loopback port. */
export const isFree = (port) =>
  new Promise((resolve) => {
    const probe = createServer();
    probe.once("error", () => resolve(false));
    probe.listen(port, "127.0.0.1", () => probe.close(() => resolve(true)));
  });

/** The first free loopback port from a number on. */
export async function freePortFrom(first) {
  for (let port = first; port < first + 50; port += 1) if (await isFree(port)) return port;
  throw new Stop(
    `Ports ${first} to ${first + 49} are all in use: end something, then run this again.`,
  );
}

/** The port asked for in PORT, which must be free, or the first free one from the usual on. */
export async function webPort(usual) {
  const asked = process.env.PORT;
  if (!asked) {
    const port = await freePortFrom(usual);
    if (port !== usual) say(`Port ${usual} is in use; taking ${port}.`);
    return port;
  }
  const port = Number(asked);
  if (!Number.isInteger(port) || port < 1 || port > 65535)
    throw new Stop(`PORT is a number from 1 to 65535, not “${asked}”.`);
  if (!(await isFree(port)))
    throw new Stop(`Port ${port} is in use. Choose another: PORT=${port + 1} npm run demo`);
  return port;
}
