import type { OtherAction } from "@/core/records/audit";
import { noteEvent } from "@/data/audit";
import { signIn } from "@/data/signIn";
import { ownProxies, senderOf } from "../../answer";
import { freeTries, recordsOf, services } from "../../../server";

/** Of what the sign-in library answers, these are ours; everything else is closed. */
const GETS = ["passkey/generate-register-options", "passkey/generate-authenticate-options"];
const POSTS = [
  "sign-in/email",
  "sign-out",
  "passkey/verify-registration",
  "passkey/verify-authentication",
  "passkey/delete-passkey",
];
/** What changes an account: for whoever is signed in, from a page of theirs, and noted. */
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
      proxies: ownProxies(),
    });
  const action = NOTED[endpoint];
  if (!action) return auth.handler(request);
  // A page of somebody else that was left open gives nobody's device a way into this account.
  const actor = await senderOf(request);
  if (!actor) return new Response(null, { status: 401 });
  const response = await auth.handler(request);
  if (response.ok) await noteEvent(recordsOf(actor), actor, { action });
  return response;
}
