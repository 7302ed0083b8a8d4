import * as z from "zod";

const password = z.string().min(10, "At least 10 characters.").max(128, "At most 128 characters.");
const email = z.email("An e-mail address such as name@example.org.").max(120);
const token = z.string().min(20).max(100);

/** What a newcomer with a join link gives. */
export const joinSchema = z.strictObject({ token, email, password });
/** What somebody who forgot their password gives. */
export const wayBackSchema = z.strictObject({ email });
/** What somebody with an account gives to choose a new password by such a link. */
export const newPasswordSchema = z.strictObject({ token, password });

const currentPassword = z.string().min(1, "Your password as it is now.").max(128);

/** What people change of their own account. Each but the sessions asks for the password again. */
export const ACCOUNT_CHANGES = {
  password: z.strictObject({ currentPassword, password }),
  email: z.strictObject({ currentPassword, email }),
  /** One session by its id, or every other than the one that asks. */
  sessions: z.strictObject({ sessionId: z.string().min(1).max(100).nullable() }),
} as const;
export type AccountChange = keyof typeof ACCOUNT_CHANGES;
