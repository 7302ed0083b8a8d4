import { MAT_SIZES, type MatSize } from "@/core/photo/mat";
import { matPdf } from "@/print/mat";

/** `npm run -s mat -- a4 > mat.pdf`: the measuring mat, to be printed at its true size. */
const [asked = "a4"] = process.argv.slice(2);
if ((MAT_SIZES as string[]).includes(asked))
  process.stdout.write(Buffer.from(await matPdf(asked as MatSize)));
else {
  const message = `There is no mat of that size. Accepted: ${MAT_SIZES.join(", ")}.`;
  process.stderr.write(`${JSON.stringify({ error: { message } })}\n`);
  process.exitCode = 2;
}
