import { bend } from "./kinds/bend";
import { breakEdges } from "./kinds/breakEdges";
import { chamfer } from "./kinds/chamfer";
import { clip } from "./kinds/clip";
import { closeOn } from "./kinds/closeOn";
import { collar } from "./kinds/collar";
import { corners } from "./kinds/corners";
import { cutDouble } from "./kinds/cutDouble";
import { foldDouble } from "./kinds/foldDouble";
import { weldDouble } from "./kinds/weldDouble";
import { cut } from "./kinds/cut";
import { dimple } from "./kinds/dimple";
import { dish } from "./kinds/dish";
import { draw } from "./kinds/draw";
import { drawLegs } from "./kinds/drawLegs";
import { drift } from "./kinds/drift";
import { drill } from "./kinds/drill";
import { finish } from "./kinds/finish";
import { fit } from "./kinds/fit";
import { fold } from "./kinds/fold";
import { free } from "./kinds/free";
import { fuller } from "./kinds/fuller";
import { freePivot } from "./kinds/freePivot";
import { gather } from "./kinds/gather";
import { setBoss } from "./kinds/setBoss";
import { isolateLugs } from "./kinds/isolateLugs";
import { drawLugs } from "./kinds/drawLugs";
import { foldLugs } from "./kinds/foldLugs";
import { slitTab } from "./kinds/slitTab";
import { raiseTab } from "./kinds/raiseTab";
import { bendAway } from "./kinds/bendAway";
import { bendBack } from "./kinds/bendBack";
import { driftToShape } from "./kinds/driftToShape";
import { groove } from "./kinds/groove";
import { hotCut } from "./kinds/hotCut";
import { mark } from "./kinds/mark";
import { markBar } from "./kinds/markBar";
import { openLegs } from "./kinds/openLegs";
import { partialCut } from "./kinds/partialCut";
import { planish } from "./kinds/planish";
import { punch } from "./kinds/punch";
import { ring } from "./kinds/ring";
import { rivet } from "./kinds/rivet";
import { scarf } from "./kinds/scarf";
import { scroll } from "./kinds/scroll";
import { sectionChange } from "./kinds/sectionChange";
import { setCorner } from "./kinds/setCorner";
import { setDown } from "./kinds/setDown";
import { slit } from "./kinds/slit";
import { slot } from "./kinds/slot";
import { spread } from "./kinds/spread";
import { stamp } from "./kinds/stamp";
import { taper } from "./kinds/taper";
import { taperLegs } from "./kinds/taperLegs";
import { texture } from "./kinds/texture";
import { trim } from "./kinds/trim";
import { trueUp } from "./kinds/trueUp";
import { twist } from "./kinds/twist";
import { untwist } from "./kinds/untwist";
import { untwistParts } from "./kinds/untwistParts";
import { upset } from "./kinds/upset";
import { vein } from "./kinds/vein";
import { weld } from "./kinds/weld";
import { weldParts } from "./kinds/weldParts";
import { weldRing } from "./kinds/weldRing";
import { wrap } from "./kinds/wrap";
import { wrapParts } from "./kinds/wrapParts";
import type { OperationDefinition } from "./operation";

/**
 * Every operation by its key, in the usual order of work: what no rule decides
 * comes in this order. Every rule points forward in it, so no order of any piece
 * can go round in a circle (a test holds that).
 */
export const OPERATIONS = {
  cut,
  "mark-bar": markBar,
  trim,
  upset,
  gather,
  "cut-double": cutDouble,
  "fold-double": foldDouble,
  "weld-double": weldDouble,
  taper,
  fuller,
  "set-down": setDown,
  draw,
  "section-change": sectionChange,
  chamfer,
  spread,
  "set-boss": setBoss,
  "isolate-lugs": isolateLugs,
  "draw-lugs": drawLugs,
  corners,
  planish,
  free,
  mark,
  punch,
  slot,
  drift,
  "drift-to-shape": driftToShape,
  slit,
  "slit-tab": slitTab,
  "bend-away": bendAway,
  vein,
  groove,
  dimple,
  texture,
  stamp,
  "partial-cut": partialCut,
  fold,
  scarf,
  weld,
  wrap,
  twist,
  untwist,
  "raise-tab": raiseTab,
  "bend-back": bendBack,
  "draw-legs": drawLegs,
  "taper-legs": taperLegs,
  scroll,
  ring,
  "weld-ring": weldRing,
  bend,
  "set-corner": setCorner,
  "fold-lugs": foldLugs,
  "open-legs": openLegs,
  "hot-cut": hotCut,
  dish,
  drill,
  clip,
  "break-edges": breakEdges,
  fit,
  "weld-parts": weldParts,
  "wrap-parts": wrapParts,
  "untwist-parts": untwistParts,
  collar,
  rivet,
  "close-on": closeOn,
  "free-pivot": freePivot,
  true: trueUp,
  finish,
} as const satisfies Record<string, OperationDefinition>;
export type OperationKey = keyof typeof OPERATIONS;

/** Keys in the usual order of work. */
export const OPERATION_KEYS = Object.keys(OPERATIONS) as OperationKey[];

/** Whether a text is the key of an operation. */
export const isOperationKey = (key: string): key is OperationKey => Object.hasOwn(OPERATIONS, key);
