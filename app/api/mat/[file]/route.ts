import { MAT_SIZES } from "@/core/photo/mat";
import { refuse } from "@/core/problem/problem";
import { matPdf } from "@/print/mat";
import { actorOf, answering } from "../../answer";
import { fileResponse } from "../../fileResponse";

/** The measuring mat on one of its papers, at its true size. */
export async function GET(
  _request: Request,
  { params }: { params: Promise<{ file: string }> },
): Promise<Response> {
  const { file } = await params;
  return answering("mat", async () => {
    await actorOf();
    const size = MAT_SIZES.find((one) => file === `${one}.pdf`);
    if (!size) return refuse({ code: "file-missing" });
    const body = await matPdf(size);
    return fileResponse(body, { type: "application/pdf", name: `mat-${file}`, shown: true });
  });
}
