import { MACHINES, type Machine } from "../trade/machines";
import type { ExerciseContent } from "./exercise";

/**
 * The machines an exercise is made with, or may be: a drilled hole wants the drill, grinding that is
 * allowed the grinder, roughing by machine the power hammer.
 *
 * @example machinesOf({ piece: { stretches: [], features: [{ kind: "hole", id: "a", at: 8, diameter: 4, method: "drill" }] }, settings: { power: "hand", corrections: [] } }) → ["drill"]
 */
export function machinesOf({
  piece,
  settings,
}: Pick<ExerciseContent, "piece" | "settings">): Machine[] {
  const features = [piece, ...(piece.parts ?? [])].flatMap((bar) => bar.features ?? []);
  const wants: Record<Machine, boolean> = {
    drill: features.some((one) => one.kind === "hole" && one.method === "drill"),
    grinder: settings.corrections.includes("ground"),
    saw: false,
    welder: false,
    "power-hammer": settings.power === "machine-roughing",
  };
  return MACHINES.filter((machine) => wants[machine]);
}
