import { complain } from "@/core/problem/complain";
import { joinSchema } from "@/core/records/commands";
import { join } from "@/data/accounts";
import { Failure } from "@/data/failure";
import { answering, failureResponse, readOwnJson } from "../answer";
import { services } from "../../server";

/** An invited person makes their account. The token is the permission, and hard to guess. */
export function POST(request: Request): Promise<Response> {
  return answering("join", async () => {
    const read = joinSchema.safeParse(await readOwnJson(request, 10_000));
    if (!read.success) {
      const { message, path } = complain(read.error);
      return failureResponse("invalid", message, path);
    }
    try {
      await join(services().database, read.data);
      return Response.json({ ok: true, value: null });
    } catch (error) {
      if (error instanceof Failure) return failureResponse(error.code, error.message, error.path);
      throw error;
    }
  });
}
