import { cookies } from "next/headers";
import * as z from "zod";
import { isDemo } from "./server";

/** Which class the demonstration pretends to be at, and how far its clock is behind, ms. */
const pretendSchema = z.string().regex(/^[0-9a-f-]{36} \d{1,13}$/);

/** How far the clock of a class is behind, ms; null where nobody pretends, as everywhere but in the demonstration. */
export async function pretendedFor(classId: string): Promise<number | null> {
  if (!isDemo()) return null;
  const value = pretendSchema.safeParse((await cookies()).get("pretend")?.value);
  if (!value.success) return null;
  const [of, behind] = value.data.split(" ");
  return of === classId ? Number(behind) : null;
}
