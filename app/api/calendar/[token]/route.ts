import { refuse } from "@/core/problem/problem";
import { findCalendar } from "@/data/queries/calendar";
import { calendarFile } from "@/print/calendar";
import { requestTime, services } from "../../../server";
import { answering } from "../../answer";
import { fileResponse } from "../../fileResponse";

const MAX_TOKEN = 100;

/** A person's classes at their private address: whoever has it reads it, until it is revoked. */
export async function GET(
  _: Request,
  { params }: { params: Promise<{ token: string }> },
): Promise<Response> {
  return answering("calendar", async () => {
    const { token } = await params;
    const at = new Date(requestTime());
    const { database } = services();
    const found =
      token.length > MAX_TOKEN
        ? null
        : await findCalendar(database, token, at.toISOString().slice(0, 10));
    if (!found) refuse({ code: "calendar-link-revoked" });
    return fileResponse(calendarFile(found, at), {
      type: "text/calendar; charset=utf-8",
      name: "classes.ics",
    });
  });
}
