import type { Metadata } from "next";
import QRCode from "qrcode";
import { STAFF } from "@/data/actor";
import { listLabels } from "@/data/queries/labels";
import { LabelSheet } from "@/ui/measure/LabelSheet";
import { Link } from "@/ui/kit/Link";
import { requireActor, recordsOf } from "../../../server";

export const metadata: Metadata = { title: "Tag labels" };

/** Fewer, larger squares: a label in a forge is scratched and sooty, and still has to be read. */
const CODE = { errorCorrectionLevel: "Q", margin: 2 } as const;

export default async function LabelsPage() {
  const actor = await requireActor(STAFF);
  const labels = (await listLabels(recordsOf(actor), actor)).map((label) => {
    const { modules } = QRCode.create(label.tag, CODE);
    return { ...label, size: modules.size, dark: [...modules.data] };
  });
  return (
    <main className="p-5">
      <div className="no-print">
        <Link href="/measure" className="link flex min-h-11 w-fit items-center text-15">
          At the bench
        </Link>
        <h1 className="font-slab text-27 font-semibold">Tag labels</h1>
        <p className="mt-1 mb-3 max-w-xl text-15 text-ink-2">
          For every piece at the bench. The square code says the tag and nothing else: a scanner
          that types, or the camera under Measure, reads it.
        </p>
      </div>
      <LabelSheet labels={labels} />
    </main>
  );
}
