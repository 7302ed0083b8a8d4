import { eveningAnswer } from "@/core/reckon/evening";
import { failureOf } from "@/core/problem/complain";
import { Refusal } from "@/core/problem/problem";
import type { EveningReply } from "./usePlannedEvening";

/** How often it says how far it is, ms. */
const TELL_MS = 100;

const reply = (message: EveningReply) => postMessage(message);

/** Plans the evening it is sent, beside the page. */
addEventListener("message", ({ data }: MessageEvent<unknown>) => {
  try {
    const steps = eveningAnswer(data);
    let said = 0;
    for (let step = steps.next(); ; step = steps.next()) {
      if (step.done) return reply({ plan: step.value });
      if (performance.now() - said < TELL_MS) continue;
      said = performance.now();
      reply({ share: step.value });
    }
  } catch (error) {
    if (!(error instanceof Refusal)) throw error;
    reply({ error: failureOf(error).message });
  }
});
