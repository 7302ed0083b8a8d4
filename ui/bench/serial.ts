"use client";

import { LineReader } from "@/core/measure/device";

/** The part of the browser's serial interface that is used (Web Serial, WICG draft). */
interface SerialPort {
  readable: ReadableStream<Uint8Array> | null;
  open: (options: { baudRate: number }) => Promise<void>;
  close: () => Promise<void>;
}
interface Serial {
  requestPort: () => Promise<SerialPort>;
}

const serial = () => (navigator as Navigator & { serial?: Serial }).serial;

/** Whether this browser can talk to a cable. */
export const hasSerial = (): boolean => typeof navigator !== "undefined" && Boolean(serial());

/** What most calipers' cables speak, bits a second (common practice, no source). */
const BAUD_RATE = 9600;

export interface Cable {
  close: () => Promise<void>;
}

/**
 * Asks for a port and hands on every whole line it sends, until it is closed or
 * pulled out.
 *
 * @returns null where none was chosen
 */
export async function openCable(
  onLine: (line: string) => void,
  onEnd: (pulledOut: boolean) => void,
): Promise<Cable | null> {
  let port: SerialPort;
  try {
    port = await serial()!.requestPort();
  } catch (error) {
    if ((error as DOMException).name === "NotFoundError") return null;
    throw error;
  }
  await port.open({ baudRate: BAUD_RATE });
  const reader = port.readable!.getReader();
  const lines = new LineReader();
  const text = new TextDecoder();
  let closing = false;
  const reading = (async () => {
    try {
      for (;;) {
        const { value, done } = await reader.read();
        if (done) break;
        for (const line of lines.push(text.decode(value, { stream: true }))) onLine(line);
      }
    } catch {
      // Pulled out: said below.
    }
    reader.releaseLock();
    await port.close().catch(() => undefined);
    onEnd(!closing);
  })();
  return {
    close: async () => {
      closing = true;
      await reader.cancel().catch(() => undefined);
      await reading;
    },
  };
}
