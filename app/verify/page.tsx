import type { Metadata } from "next";
import { VerifyForm } from "@/ui/credential/VerifyForm";
import { StairSign } from "@/ui/kit/Stairs";

export const metadata: Metadata = { title: "Check a credential" };

/** For whoever was shown a credential; nobody signs in. */
export default function VerifyPage() {
  return (
    <main className="mx-auto w-full max-w-xl p-5">
      <p className="mb-6 flex items-center gap-2.5 font-slab text-17 font-bold">
        <StairSign />
        Bell Step
      </p>
      <h1 className="font-slab text-27 font-semibold">Check a credential</h1>
      <p className="mt-1 text-15 text-ink-2">
        Paste what you were given, or choose the file. It is checked against the key this school
        signs with.
      </p>
      <VerifyForm />
    </main>
  );
}
