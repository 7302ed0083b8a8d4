import type { Metadata } from "next";
import { redirect } from "next/navigation";
import { DEMO_ACCOUNTS, DEMO_PASSWORD, demoEmail } from "@/data/demo/people";
import { SignInForm } from "@/ui/forms/SignInForm";
import { Link } from "@/ui/kit/Link";
import { StairSign } from "@/ui/kit/Stairs";
import { currentActor, isDemo } from "../server";

export const metadata: Metadata = { title: "Sign in" };

/** Only a path of our own is gone back to after signing in. */
const ownPath = (next: string | undefined) =>
  next && /^\/(?![/\\])[\w\-/]*$/.test(next) ? next : "/";

export default async function SignInPage({
  searchParams,
}: {
  searchParams: Promise<{ next?: string; out?: string }>;
}) {
  const { next, out } = await searchParams;
  if (await currentActor()) redirect(ownPath(next));
  const demo = isDemo()
    ? DEMO_ACCOUNTS.map(({ account, who }) => ({
        email: demoEmail(account),
        who,
        password: DEMO_PASSWORD,
      }))
    : [];
  return (
    <main className="mx-auto grid min-h-dvh w-full max-w-4xl content-center gap-10 px-5 py-10 md:grid-cols-2">
      <section>
        <p className="flex items-center gap-3 font-slab text-38 font-bold">
          <StairSign size={40} />
          Bell Step
        </p>
        <p className="mt-4 max-w-sm text-17">
          Graded forging exercises, measured at the bench: keep, another heat, or start again, and
          why.
        </p>
        {demo.length > 0 ? (
          <p className="mt-6 border-l-4 border-ink bg-sheet px-4 py-3 text-15">
            This is the demonstration, with a made-up school. Choose someone to look around.
          </p>
        ) : null}
      </section>
      <section className="border-t-[5px] border-ink bg-sheet p-6">
        <h1 className="mb-4 font-slab text-27 font-semibold">Sign in</h1>
        {out ? <p className="mb-4 text-15">You are signed out.</p> : null}
        <SignInForm next={ownPath(next)} demo={demo} />
        <p className="mt-4 text-15">
          <Link href="/sign-in/forgotten" className="link">
            Forgotten your password?
          </Link>
        </p>
      </section>
    </main>
  );
}
