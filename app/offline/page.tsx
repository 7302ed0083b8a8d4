import type { Metadata } from "next";
import { StairSign } from "@/ui/kit/Stairs";

export const metadata: Metadata = { title: "No network" };

/** Shown by the worker for a page that isn't on the device. */
export default function OfflinePage() {
  return (
    <main className="mx-auto w-full max-w-2xl p-5">
      <p className="flex items-center gap-2.5 font-slab text-17 font-bold">
        <StairSign />
        Bell Step
      </p>
      <h1 className="mt-6 font-slab text-27 font-semibold">
        No network, and this page isn&rsquo;t here
      </h1>
      <p className="mt-2 text-17">
        The bench, the pieces on it and the sheets you opened on this device work without one. What
        you measured is kept and is sent when the network is back.
      </p>
      <p className="mt-4 flex gap-4">
        {/* Whole pages, from this device: the router would ask the server. */}
        {/* oxlint-disable-next-line next/no-html-link-for-pages */}
        <a className="button" href="/measure">
          To the bench
        </a>
        {/* oxlint-disable-next-line next/no-html-link-for-pages */}
        <a className="button" href="/next">
          To what is next
        </a>
      </p>
    </main>
  );
}
