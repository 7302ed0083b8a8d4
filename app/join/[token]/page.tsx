import type { Metadata } from "next";
import { findInvited } from "@/data/accounts";
import { JoinForm, NewPasswordForm } from "@/ui/forms/JoinForm";
import { Notice } from "@/ui/kit/Notice";
import { currentActor, services } from "../../server";

export const metadata: Metadata = { title: "Join", referrer: "no-referrer" };

export default async function JoinPage({ params }: { params: Promise<{ token: string }> }) {
  const { token } = await params;
  const invited = await findInvited(services().database, token);
  if (!invited)
    return (
      <Notice title="This link can’t be used">
        <p>It has been used already, or is out of date. Ask your instructor for a new one.</p>
      </Notice>
    );
  const onDevice = await currentActor();
  const signsIn = onDevice === null || onDevice.personId === invited.personId;
  return (
    <main className="mx-auto w-full max-w-md px-5 py-12">
      <h1 className="border-t-[5px] border-ink pt-4 font-slab text-27 font-semibold">
        Welcome, {invited.name}
      </h1>
      <p className="mt-2 mb-6 text-17">
        {invited.school}.{" "}
        {invited.email === null
          ? "Choose how you will sign in from now on."
          : `You sign in as ${invited.email}. Choose a new password; everywhere else you are signed out.`}
      </p>
      {invited.email === null ? (
        <JoinForm token={token} signsIn={signsIn} />
      ) : (
        <NewPasswordForm token={token} email={invited.email} signsIn={signsIn} />
      )}
    </main>
  );
}
