import type { Stretch, Transition } from "../bar/schema";
import { endAreaMm2 } from "../bar/stretch";
import { solveRising } from "../curve/solve";
import { plusMinusForGradeMm } from "../measure/tolerance";
import type { Bar } from "../piece/piece";
import { sectionBetween } from "../section/between";
import { caliperSizesMm, sectionAreaMm2, type Section } from "../section/section";
import { midway, perMm, type Station } from "./form";
import type { Line } from "./line";

interface PlaceOn {
  share: number;
  name: "tip" | "middle" | "base";
  section: Section | "point";
  fill: number;
}

const fillOf = (section: Section): number => {
  const [thick, wide] = caliperSizesMm(section);
  return thick * wide > 0 ? sectionAreaMm2(section) / (thick * wide) : 1;
};

/** Stretches are never changed in place, and are asked again with every reading. */
const knownPlaces = new WeakMap<Stretch, readonly PlaceOn[]>();

/** The places of a stretch that a caliper is put to. */
function placesOf(stretch: Stretch): readonly PlaceOn[] {
  const known = knownPlaces.get(stretch);
  if (known) return known;
  const places = findPlaces(stretch);
  knownPlaces.set(stretch, places);
  return places;
}

function findPlaces(stretch: Stretch): PlaceOn[] {
  switch (stretch.kind) {
    case "prism":
      return [
        { share: 0.5, name: "middle", section: stretch.section, fill: fillOf(stretch.section) },
      ];
    case "free": {
      const size = Math.sqrt(stretch.volume / stretch.length);
      return [{ share: 0.5, name: "middle", section: { shape: "square", size }, fill: 1 }];
    }
    case "transition":
      return placesOfTransition(stretch);
  }
}

function placesOfTransition({ from, to }: Transition): PlaceOn[] {
  const tipFirst = endAreaMm2(from) <= endAreaMm2(to);
  const middle = sectionBetween(from, to, 0.5);
  const whole = from === "point" ? to : from;
  const fillAt = (end: Section | "point") =>
    end !== "point" && endAreaMm2(end) > 0 ? fillOf(end) : fillOf(whole as Section);
  return [
    { share: 0, name: tipFirst ? "tip" : "base", section: from, fill: fillAt(from) },
    { share: 0.5, name: "middle", section: middle, fill: fillOf(middle) },
    { share: 1, name: tipFirst ? "base" : "tip", section: to, fill: fillAt(to) },
  ];
}

export interface StationRead {
  now: Station;
  low: Station;
  best: Station;
  high: Station;
}

/** A reading of less on a bar that has a section is mistyped: steel of no section has no length. */
const THINNEST_MM = 0.05;

/** A place as it was read, and its limits; where one way wasn't read it is as the other, or as drawn. */
function stationOf(place: PlaceOn, thickness: readonly Line[], grade: number): StationRead {
  const { share, name, section, fill } = place;
  const [flatMm, turnedMm] = section === "point" ? [0, 0] : caliperSizesMm(section);
  // Plans of before places were said mean the middle.
  const at = thickness.filter(({ characteristic: { place: said = "middle" } }) => said === name);
  const isOneSize = section === "point" || section.shape !== "flat";
  const find = (plane: "thickness" | "width") =>
    at.find(({ characteristic }) => characteristic.plane === plane) ??
    (isOneSize ? at[0] : undefined);
  const sizeOf = (line: Line | undefined, nominal: number) => {
    if (!line)
      // Where the other way is held to limits, this one is too.
      return at.length > 0
        ? spread(nominal, plusMinusForGradeMm(nominal, grade))
        : { now: nominal, lower: nominal, nominal, upper: nominal };
    // Of a half-round the other way is twice as large, or half.
    const isPoint = line.characteristic.nominal <= 0;
    const times = isPoint ? 1 : nominal / line.characteristic.nominal;
    const read = line.judgement?.value ?? line.characteristic.nominal;
    return {
      now: Math.max(read, isPoint ? 0 : THINNEST_MM) * times,
      lower: line.lower * times,
      nominal,
      upper: line.upper * times,
    };
  };
  const [thick, wide] = [sizeOf(find("thickness"), flatMm), sizeOf(find("width"), turnedMm)];
  const station = (key: "now" | "lower" | "nominal" | "upper"): Station => ({
    share,
    thickMm: thick[key],
    wideMm: wide[key],
    fill,
  });
  return {
    now: station("now"),
    low: station("lower"),
    best: station("nominal"),
    high: station("upper"),
  };
}

const spread = (nominal: number, plusMinus: number) => ({
  now: nominal,
  lower: Math.max(0, nominal - plusMinus),
  nominal,
  upper: nominal + plusMinus,
});

/**
 * Every place of every stretch, as read. Where a taper has no line, its base is the bar it comes from, as
 * that was read, and its middle lies straight between both ends.
 */
export function openPlaces(bar: Bar, lines: readonly Line[], grade: number): StationRead[][] {
  const thickness = bar.stretches.map(({ id }) =>
    lines.filter(
      ({ characteristic: one }) =>
        one.measure === "thickness" && one.stretch === id && one.feature === undefined,
    ),
  );
  const all = bar.stretches.map((stretch, index) =>
    placesOf(stretch).map((place) => stationOf(place, thickness[index]!, grade)),
  );
  return bar.stretches.map((stretch, index) => {
    const read = all[index]!;
    if (stretch.kind !== "transition") return read;
    const isRead = (name: string, plane?: string) =>
      thickness[index]!.some(
        ({ characteristic: one }) =>
          one.place === name && (plane === undefined || one.plane === plane),
      );
    const stations = [...read];
    const base = placesOf(stretch)[0]!.name === "base" ? 0 : 2;
    const beside = all[base === 0 ? index - 1 : index + 1]?.at(base === 0 ? -1 : 0);
    if (!isRead("base") && beside && isSameSize(beside.best, read[base]!.best))
      stations[base] = { ...read[base]!, now: { ...beside.now, share: read[base]!.now.share } };
    const tip = 2 - base;
    if (!isRead("tip") && isRead("middle"))
      stations[tip] = beyond(stations[base]!, read[1]!, stations[tip]!);
    const ends = [stations[0]!, stations[2]!] as const;
    const isOneSize = isAlikeBothWays(read[1]!.best);
    const open = (["thickness", "width"] as const).filter(
      (plane) => !isRead("middle", plane) && !(isOneSize && isRead("middle")),
    );
    for (const plane of open) stations[1] = between(ends, stations[1]!, plane);
    return stations;
  });
}

export const isAlikeBothWays = ({ thickMm, wideMm }: Station) =>
  Math.abs(thickMm - wideMm) < SAME_MM;

/** A tip nobody reads, as straight sides from the base through the middle that was read make it. */
function beyond(base: StationRead, middle: StationRead, tip: StationRead): StationRead {
  const at = (which: "now" | "low" | "high"): Station => ({
    ...tip[which],
    thickMm: Math.max(0, 2 * middle[which].thickMm - base[which].thickMm),
    wideMm: Math.max(0, 2 * middle[which].wideMm - base[which].wideMm),
  });
  return { now: at("now"), low: at("low"), best: tip.best, high: at("high") };
}

/** A middle place with one of its sizes straight between both ends. */
function between(
  [a, b]: readonly [StationRead, StationRead],
  middle: StationRead,
  plane: "thickness" | "width",
): StationRead {
  const key = plane === "thickness" ? "thickMm" : "wideMm";
  const at = (which: keyof StationRead): Station => ({
    ...middle[which],
    [key]: midway(a[which], b[which], middle[which])[key],
  });
  return { now: at("now"), low: at("low"), best: middle.best, high: at("high") };
}

const SAME_MM = 0.05;

const isSameSize = (a: Station, b: Station) =>
  Math.abs(a.thickMm - b.thickMm) < SAME_MM && Math.abs(a.wideMm - b.wideMm) < SAME_MM;

/**
 * Places nobody reads, as large as the steel the stretch was cut for makes them at the length it
 * has: a taper by its tip, since its base is the bar.
 */
export function bySteel(
  stations: readonly StationRead[],
  mm2: number,
  grade: number,
): StationRead[] {
  const best = stations.map((one) => one.best);
  const tip = perMm({ stations: [best[0]!] }) <= perMm({ stations: [best.at(-1)!] }) ? 0 : 2;
  const base = best[2 - tip];
  const at = (times: number) =>
    base && best.length === 3
      ? taperOf(sizedBy(best[tip]!, times), base, best[1]!, tip)
      : best.map((one) => sizedBy(one, times));
  const now = at(
    solveRising((times) => perMm({ stations: at(times) }), mm2, { low: 0, high: MAX_TIMES }),
  );
  const off = (station: Station, sign: number): Station => {
    const by = (mm: number) => mm + sign * Math.min(mm / 2, plusMinusForGradeMm(mm, grade));
    return { ...station, thickMm: by(station.thickMm), wideMm: by(station.wideMm) };
  };
  return best.map((one, index) => ({
    now: now[index]!,
    low: off(one, -1),
    best: one,
    high: off(one, 1),
  }));
}

/** A size left this many times too large is no longer that stretch. */
const MAX_TIMES = 4;

const sizedBy = (station: Station, times: number): Station => ({
  ...station,
  thickMm: station.thickMm * times,
  wideMm: station.wideMm * times,
});

function taperOf(tip: Station, base: Station, middle: Station, tipAt: number): Station[] {
  return tipAt === 0
    ? [tip, midway(tip, base, middle), base]
    : [base, midway(base, tip, middle), tip];
}
