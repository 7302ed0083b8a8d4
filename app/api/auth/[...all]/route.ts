import { signIn } from "@/data/signIn";
import { freeTries, services } from "../../../server";

/** Of what the sign-in library answers, these are ours; everything else is closed. */
const ENDPOINTS = ["/api/auth/sign-in/email", "/api/auth/sign-out"];

export function POST(request: Request): Promise<Response> | Response {
  const { auth, database } = services();
  const { pathname } = new URL(request.url);
  if (!ENDPOINTS.includes(pathname)) return new Response(null, { status: 404 });
  if (pathname.endsWith("/sign-out")) return auth.handler(request);
  return signIn(auth, database, request, {
    freeTries: freeTries(),
    proxies: Number(process.env.BELL_STEP_PROXIES ?? 0),
  });
}
