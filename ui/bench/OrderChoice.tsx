import { BENCH_ORDERS, type BenchOrder } from "@/core/measure/order";

const WORDS: Record<BenchOrder, string> = {
  "as-planned": "one instrument after another",
  "from-end-a": "along the bar from end A",
  "from-end-b": "along the bar from end B",
  "doubtful-first": "what is most likely off first",
};

/** In which order the bench leads through the plan; kept on this device. */
export function OrderChoice({
  order,
  knowsDoubt,
  onOrder,
}: {
  order: BenchOrder;
  /** Whether it is known what is most likely off. */
  knowsDoubt: boolean;
  onOrder: (order: BenchOrder) => void;
}) {
  return (
    <label className="mt-1 flex min-h-11 w-fit items-center gap-2 text-13 text-ink-2">
      Measured
      <select
        value={knowsDoubt || order !== "doubtful-first" ? order : "as-planned"}
        className="min-h-11 bg-transparent text-ink"
        onChange={(event) => onOrder(event.target.value as BenchOrder)}
      >
        {BENCH_ORDERS.filter((one) => knowsDoubt || one !== "doubtful-first").map((one) => (
          <option key={one} value={one}>
            {WORDS[one]}
          </option>
        ))}
      </select>
    </label>
  );
}
