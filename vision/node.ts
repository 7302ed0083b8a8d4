import sharp from "sharp";
import { refuse } from "@/core/problem/problem";
import type { Vision } from "./library";
import type { Picture } from "./picture";
import { whenReady, type Loading } from "./ready";

/** The vision library, for Node.js: compiled once, a second after it is first asked for. */
export async function loadVision(): Promise<Vision> {
  // It listens for faults anywhere in the process, and answers them with its own ten megabytes of code.
  const faults = ["uncaughtException", "unhandledRejection"] as const;
  const before = faults.map((fault) => new Set(process.listeners(fault as "exit")));
  const { default: loading } = (await import("@techstark/opencv-js")) as unknown as {
    default: Loading;
  };
  faults.forEach((fault, index) => {
    for (const listener of process.listeners(fault as "exit"))
      if (!before[index]!.has(listener)) process.off(fault, listener as () => void);
  });
  return whenReady(loading);
}

/**
 * A picture from a file's bytes, the right way up.
 *
 * @throws Refusal where it isn't one
 */
export async function readPicture(bytes: Uint8Array): Promise<Picture> {
  try {
    const { data, info } = await sharp(bytes)
      .autoOrient()
      .ensureAlpha()
      .raw()
      .toBuffer({ resolveWithObject: true });
    return { width: info.width, height: info.height, data };
  } catch {
    return refuse({ code: "picture-unreadable" });
  }
}

/** A picture as a phone keeps it. */
export const jpegOf = ({ width, height, data }: Picture): Promise<Buffer> =>
  sharp(data, { raw: { width, height, channels: 4 } })
    .jpeg({ quality: 90 })
    .toBuffer();
