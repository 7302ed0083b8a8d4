import { forgedSurface } from "@/core/drawing/forgedSurface";
import { BarDrawing, type BarDrawingProps } from "./BarDrawing";

/**
 * The bar as forged, with what its features draw on it, for pages made at the server: the bench
 * gets that surface ready, so that no feature's code goes into the browser with it.
 */
export const ForgedBar = (props: Omit<BarDrawingProps, "view" | "surface">) => (
  <BarDrawing {...props} view="forged" surface={forgedSurface(props.piece)} />
);
