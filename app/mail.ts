import { mkdirSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { createTransport } from "nodemailer";
import { v7 as newId } from "uuid";
import { kindOfError, log } from "./log";
import { publicUrl } from "./server";

export interface Letter {
  to: string;
  subject: string;
  text: string;
}

/** Where mail goes: a mail server's address, or `folder:` and a path, where each letter becomes a file instead. */
const route = (): string | undefined => process.env.BELL_STEP_MAIL || undefined;

/** Whether this installation can send mail. */
export const canMail = (): boolean => route() !== undefined;

const sender = (): string =>
  process.env.BELL_STEP_MAIL_FROM || `Bell Step <no-reply@${new URL(publicUrl()).hostname}>`;

/** Nobody waits for a mail server for longer, ms. */
const TIMEOUTS = { connectionTimeout: 10_000, greetingTimeout: 10_000, socketTimeout: 20_000 };

/**
 * Sends a letter; where there is no mail, does nothing.
 *
 * @throws Error where the mail server doesn't take it
 */
export async function sendMail({ to, subject, text }: Letter): Promise<void> {
  const address = route();
  if (address === undefined) return;
  const letter = { from: sender(), to, subject, text };
  if (!address.startsWith("folder:")) {
    const transport = createTransport({ url: address, ...TIMEOUTS });
    await transport.sendMail(letter).finally(() => transport.close());
    return;
  }
  const folder = address.slice("folder:".length);
  mkdirSync(folder, { recursive: true });
  const { message } = await createTransport({ streamTransport: true, buffer: true }).sendMail(
    letter,
  );
  writeFileSync(join(folder, `${newId()}.eml`), message as Buffer);
}

/** Sends a letter that nobody waits for; what goes wrong is logged. */
export function sendLater(letter: Promise<Letter | null>): void {
  letter
    .then((found) => (found ? sendMail(found) : undefined))
    .catch((error: unknown) => log.error(kindOfError(error), "mail"));
}
