import type { OtherAction } from "@/core/records/audit";
import { noteEvent } from "@/data/audit";
import { signIn } from "@/data/signIn";
import { freeTries, holderOf, recordsOf, services } from "../../../server";

/** Of what the sign-in library answers, these are ours; everything else is closed. */
const GETS = ["passkey/generate-register-options", "passkey/generate-authenticate-options"];
const POSTS = [
  "sign-in/email",
  "sign-out",
  "passkey/verify-registration",
  "passkey/verify-authentication",
  "passkey/delete-passkey",
];
/** Of these it is noted that they were done. */
const NOTED: Record<string, OtherAction> = {
  "passkey/verify-registration": "keep-passkey",
  "passkey/delete-passkey": "drop-passkey",
};

const endpointOf = (request: Request): string =>
  new URL(request.url).pathname.replace(/^\/api\/auth\//, "");

export function GET(request: Request): Promise<Response> | Response {
  if (!GETS.includes(endpointOf(request))) return new Response(null, { status: 405 });
  return services().auth.handler(request);
}

export async function POST(request: Request): Promise<Response> {
  const { auth, database } = services();
  const endpoint = endpointOf(request);
  if (!POSTS.includes(endpoint)) return new Response(null, { status: 404 });
  if (endpoint === "sign-in/email")
    return signIn(auth, database, request, {
      freeTries: freeTries(),
      proxies: Number(process.env.BELL_STEP_PROXIES ?? 0),
    });
  const action = NOTED[endpoint];
  const holder = action ? await holderOf(request.headers, Date.now()) : null;
  const response = await auth.handler(request);
  if (action && holder && response.ok)
    await noteEvent(recordsOf(holder.actor), holder.actor, { action });
  return response;
}
