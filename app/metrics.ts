import { collectDefaultMetrics, Counter, Gauge, Histogram, Registry } from "prom-client";
import { COMMAND_NAMES } from "@/data/commands/run";
import { services } from "./server";

interface Metrics {
  registry: Registry;
  answered: Counter<"what" | "status">;
  seconds: Histogram<"what">;
}

/** Kept on the global object: one process counts once, whatever loads this module. */
const kept = globalThis as { bellStepMetrics?: Metrics };

function metrics(): Metrics {
  if (kept.bellStepMetrics) return kept.bellStepMetrics;
  const registry = new Registry();
  collectDefaultMetrics({ register: registry });
  new Gauge({
    name: "bell_step_database_connections",
    help: "Connections of this process to the database, by what they do.",
    labelNames: ["state"],
    registers: [registry],
    collect() {
      const { totalCount, idleCount, waitingCount } = services().database.$client;
      this.set({ state: "busy" }, totalCount - idleCount);
      this.set({ state: "idle" }, idleCount);
      this.set({ state: "waited for" }, waitingCount);
    },
  });
  const answered = new Counter({
    name: "bell_step_answers_total",
    help: "Answers of routes, by what was asked and the status.",
    labelNames: ["what", "status"] as const,
    registers: [registry],
  });
  const seconds = new Histogram({
    name: "bell_step_answer_seconds",
    help: "Time a route took to answer.",
    labelNames: ["what"] as const,
    buckets: [0.005, 0.01, 0.02, 0.05, 0.1, 0.2, 0.5, 1, 2, 5, 15],
    registers: [registry],
  });
  return (kept.bellStepMetrics = { registry, answered, seconds });
}

const KNOWN = new Set(COMMAND_NAMES.map((name) => `command ${name}`));

/** Counts an answer. What a stranger made up is counted together. */
export function countAnswer(what: string, status: number, ms: number): void {
  const counted = what.startsWith("command ") && !KNOWN.has(what) ? "command unknown" : what;
  const { answered, seconds } = metrics();
  answered.inc({ what: counted, status });
  seconds.observe({ what: counted }, ms / 1000);
}

/** Everything counted, in the text format of metrics. */
export const metricsText = async (): Promise<{ type: string; text: string }> => {
  const { registry } = metrics();
  return { type: registry.contentType, text: await registry.metrics() };
};
