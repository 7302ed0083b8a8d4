import { bend } from "./bend";
import { bundle } from "./bundle";
import { colour } from "./colour";
import { cool } from "./cool";
import { eye } from "./eye";
import { polygonRing } from "./polygonRing";
import { ring } from "./ring";
import { rivet } from "./rivet";
import { scroll } from "./scroll";
import { twist } from "./twist";
import { upset } from "./upset";
import { wrap } from "./wrap";
import { conform } from "./conform";
import { curve } from "./curve";
import { draw } from "./draw";
import { length } from "./length";
import { mass } from "./mass";
import { run as runOfPieces } from "./run";
import { section } from "./section";
import { taper } from "./taper";
import { tolerance } from "./tolerance";
import type { Reckoner } from "./reckoner";
import { reckoningOf } from "./reckoning";

/** Reckoners whose input is typed, a few fields: those of the Reckon screen, in its order. */
export const TYPED_RECKONERS: readonly Reckoner[] = [
  length,
  section,
  draw,
  taper,
  upset,
  ring,
  bend,
  curve,
  scroll,
  twist,
  wrap,
  bundle,
  eye,
  rivet,
  polygonRing,
  cool,
  colour,
  mass,
  tolerance,
  conform,
  runOfPieces,
];

export const { find: findTyped, reckonInFull: reckonTyped } = reckoningOf(TYPED_RECKONERS);
