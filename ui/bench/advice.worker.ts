import { advise } from "@/core/advice/advise";
import { askedOf, isClosed, recordOf, verdictOf } from "@/core/records/bench";
import { cheaperWay } from "@/core/verdict/cheaper";
import type { AdviceAsked, AdviceReply } from "./useVerdict";

/** Judges the pieces it is sent, and looks for what can still be done with them, beside the page. */
addEventListener("message", ({ data: { ticket, piece } }: MessageEvent<AdviceAsked>) => {
  const verdict = verdictOf(piece, advise);
  const cheaper = isClosed(piece)
    ? null
    : cheaperWay(askedOf(piece), recordOf(piece), piece.rules, verdict);
  postMessage({ ticket, verdict, cheaper } satisfies AdviceReply);
});
