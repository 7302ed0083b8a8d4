import { layBar, thicknessAt } from "../bar/bar";
import { cross, dot, minus, moved, type Vector } from "../curve/vector";
import { centreLine, stationAt, type CentreStation } from "./centreline";
import { barOf, MAIN_PART, type Bar, type PartPlace, type PartSide, type Piece } from "./piece";

/** Where a bar lies in its piece: what its own directions are there, and where its origin is. */
export interface Pose {
  along: Vector;
  up: Vector;
  across: Vector;
  at: Vector;
}

/** One bar of a piece where it lies on the others. */
export interface PlacedPart {
  part: string;
  pose: Pose;
}

const ORIGIN: Vector = [0, 0, 0];
const HOME: Pose = { along: [1, 0, 0], up: [0, 1, 0], across: [0, 0, 1], at: ORIGIN };

/**
 * Where the parts of a piece lie that say so, each as often as it has places; the
 * first bar lies at home. A part put on a side lies against that face, turned about
 * the way it is put on; through and within, it is held in the middle of its host.
 */
export function placedParts(piece: Piece): PlacedPart[] {
  const parts = piece.parts ?? [];
  const known = new Map<string, Pose>([[MAIN_PART, HOME]]);
  /** The pose of a part's first place; the schema has seen that places don't run in a ring. */
  const poseOf = (id: string): Pose => {
    const found = known.get(id);
    if (found) return found;
    const place = parts.find((part) => part.id === id)?.places?.[0];
    const pose = place ? poseAt(place, id) : HOME;
    known.set(id, pose);
    return pose;
  };
  const poseAt = (place: PartPlace, id: string): Pose => {
    const { on = MAIN_PART } = place;
    return poseOn(poseOf(on), { host: barOf(piece, on), part: barOf(piece, id), place });
  };
  return parts.flatMap(({ id, places = [] }) =>
    places.map((place) => ({ part: id, pose: poseAt(place, id) })),
  );
}

interface Meeting {
  host: Bar;
  part: Bar;
  place: PartPlace;
}

function poseOn(hostPose: Pose, { host, part, place }: Meeting): Pose {
  const { at, own = 0, side = "top", turn = 0 } = place;
  const there = placedStation(stationOf(host, at), hostPose);
  const { outwards, ahead } = directionsOn(there, side);
  const along = turnedAbout(ahead, outwards, (turn * Math.PI) / 180);
  // A part that goes through stands in the way it goes; any other lies with its back to its host.
  const [partAlong, partUp] = side === "through" ? [outwards, along] : [along, outwards];
  const partAcross = cross(partAlong, partUp);
  const apartMm =
    side === "through" || side === "within" ? 0 : halfOf(host, at, side) + halfOf(part, own, "top");
  const target = moved(there.at, outwards, apartMm);
  // Its own directions at that place are brought onto those, and with them all of it.
  const here = stationOf(part, own);
  const brought = (v: Vector): Vector =>
    moved(
      moved(moved(ORIGIN, partAlong, dot(v, here.along)), partUp, dot(v, here.up)),
      partAcross,
      dot(v, here.across),
    );
  return {
    along: brought([1, 0, 0]),
    up: brought([0, 1, 0]),
    across: brought([0, 0, 1]),
    at: minus(target, brought(here.at)),
  };
}

/** Which way is out of a side, and along it. */
function directionsOn({ along, up, across }: CentreStation, side: PartSide) {
  const outwards = {
    top: up,
    through: up,
    within: up,
    bottom: back(up),
    front: across,
    back: back(across),
  };
  return { outwards: outwards[side], ahead: along };
}

/** From the middle of a bar to its face on a side, mm. */
const halfOf = (bar: Bar, atMm: number, side: PartSide): number =>
  thicknessAt(layBar(bar.stretches), atMm, side === "front" || side === "back" ? "plan" : "side") /
  2;

const stationOf = ({ stretches, features = [] }: Bar, atMm: number): CentreStation =>
  stationAt(centreLine(stretches, features), atMm);

/** A station of a bar where the bar lies in its piece. */
export function placedStation(station: CentreStation, pose: Pose): CentreStation {
  const turn = (v: Vector): Vector =>
    moved(moved(moved(ORIGIN, pose.along, v[0]), pose.up, v[1]), pose.across, v[2]);
  const at = turn(station.at);
  return {
    ...station,
    at: moved(at, pose.at),
    along: turn(station.along),
    up: turn(station.up),
    across: turn(station.across),
  };
}

const back = (v: Vector): Vector => minus(ORIGIN, v);

/** A direction turned about another that it is square to, rad. */
const turnedAbout = (v: Vector, axis: Vector, angleRad: number): Vector =>
  moved(moved(ORIGIN, v, Math.cos(angleRad)), cross(axis, v), Math.sin(angleRad));
