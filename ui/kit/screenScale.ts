import * as z from "zod";
import { useKept } from "./useKept";

/** What a browser takes a millimetre for: 96 dots to the inch. */
export const USUAL_PX_PER_MM = 96 / 25.4;

const KEY = "bell-step.screen-scale";
/** How many times larger a millimetre is to be drawn on this screen. */
const factorSchema = z.number().min(0.3).max(3);

/**
 * How large this screen has to draw things to show them at true size: a factor on what the
 * browser takes for a millimetre, null until it was set. It belongs to the device.
 */
export const useScreenScale = () => useKept(KEY, factorSchema);
