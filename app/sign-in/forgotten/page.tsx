import type { Metadata } from "next";
import { WayBackForm } from "@/ui/forms/WayBackForm";
import { Link } from "@/ui/kit/Link";
import { canMail } from "../../mail";

export const metadata: Metadata = { title: "A way back" };
// Whether there is mail is this installation's to say, not the build's.
export const dynamic = "force-dynamic";

/** For who forgot their password: by mail where there is any, and by the school's own people everywhere. */
export default function ForgottenPage() {
  return (
    <main className="mx-auto w-full max-w-md px-5 py-12">
      <h1 className="border-t-[5px] border-ink pt-4 font-slab text-27 font-semibold">A way back</h1>
      <p className="mt-2 text-17">
        An owner or instructor of your school can give you one at any time: a link, or a slip to
        scan.
      </p>
      {canMail() ? (
        <>
          <p className="mt-4 mb-6 text-17">Or have one sent to the address you sign in with.</p>
          <WayBackForm />
        </>
      ) : null}
      <p className="mt-6">
        <Link href="/sign-in" className="link">
          To the sign-in
        </Link>
      </p>
    </main>
  );
}
