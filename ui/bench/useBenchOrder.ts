"use client";

import { BENCH_ORDERS, type BenchOrder } from "@/core/measure/order";
import { useKept } from "../kit/useKept";

const ORDER_KEY = "bell-step.order";
const AS_PLANNED: BenchOrder = "as-planned";
/** Without the schema library, which the bench doesn't load. */
const orderSchema = {
  parse: (given: unknown): BenchOrder => BENCH_ORDERS.find((one) => one === given) ?? AS_PLANNED,
};

/**
 * The order this device's bench leads in, and the way to change it.
 *
 * @param knowsDoubt whether it is known what is most likely off: that comes first unless another order was chosen
 */
export function useBenchOrder(
  knowsDoubt: boolean,
): [order: BenchOrder, keep: (order: BenchOrder) => void] {
  const [order, keep] = useKept(ORDER_KEY, orderSchema);
  return [order ?? (knowsDoubt ? "doubtful-first" : AS_PLANNED), keep];
}
