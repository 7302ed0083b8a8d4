import { memo } from "react";
import { featureNameInText } from "@/core/feature/registry";
import type { PlannedStretch } from "@/core/piece/plan";
import { nameInText } from "@/core/bar/named";
import type { LengthUnit } from "@/core/units/length";
import { printInchFraction, printMmRounded } from "@/core/units/print";
import type { Bar } from "./bars";
import { featureInWords, stretchInWords } from "./itemWords";
import type { OfferedTechnique } from "./Teaches";
import { idOf, itemsAlong, type BarItem } from "./order";

interface PartsTableProps {
  bar: Bar;
  /** The bar's stretches as planned, or nothing where it can't be. */
  planned: readonly PlannedStretch[] | null;
  unit: LengthUnit;
  techniques: readonly OfferedTechnique[];
  selected: string | null;
  onSelect: (id: string) => void;
}

/** The bar as a list: what each stretch becomes, how much bar it takes, and what is done to it. */
export const PartsTable = memo(function PartsTable({
  bar,
  planned,
  unit,
  techniques,
  selected,
  onSelect,
}: PartsTableProps) {
  const own = (mm: number) => (unit === "mm" ? printMmRounded(mm) : printInchFraction(mm));
  const takesMm = (id: string) => planned?.find((one) => one.id === id)?.stockMm;
  const markMm = (id: string) => {
    const upTo = planned?.findIndex((one) => one.id === id) ?? -1;
    return upTo < 0
      ? undefined
      : planned!.slice(0, upTo + 1).reduce((sum, { stockMm }) => sum + stockMm, 0);
  };
  const ownOr = (mm: number | undefined) => (mm === undefined ? "–" : own(mm));
  const row = (item: BarItem) => {
    if (item.kind === "feature") {
      const { feature } = item;
      return [
        <span key="name" className="pl-5">
          {featureNameInText(feature)}
        </span>,
        featureInWords(feature, unit),
        "from" in feature ? own(feature.to - feature.from) : "",
        "",
        "",
        "",
      ];
    }
    const { stretch } = item;
    return [
      nameInText(stretch),
      stretchInWords(stretch, unit),
      own(stretch.length),
      ownOr(takesMm(stretch.id)),
      ownOr(markMm(stretch.id)),
      techniques.find(({ slug }) => slug === stretch.technique)?.name ?? "",
    ];
  };
  return (
    <table className="ledger text-15">
      <thead>
        <tr>
          <th scope="col">Along the bar</th>
          <th scope="col">Becomes</th>
          <th scope="col" className="number">
            Long, {unit}
          </th>
          <th scope="col" className="number">
            From bar
          </th>
          <th scope="col" className="number">
            Mark at
          </th>
          <th scope="col">Skill</th>
        </tr>
      </thead>
      <tbody>
        {itemsAlong(bar).map((item) => {
          const id = idOf(item);
          const here = id === selected;
          const [name, becomes, long, from, mark, skill] = row(item);
          return (
            <tr
              key={id}
              onClick={() => onSelect(id)}
              className={`cursor-pointer ${here ? "bg-white outline-2 -outline-offset-2 outline-ink" : ""}`}
            >
              <td className={here ? "font-semibold" : ""}>
                <button
                  type="button"
                  aria-pressed={here}
                  onClick={() => onSelect(id)}
                  className="text-left"
                >
                  {name}
                </button>
              </td>
              <td>{becomes}</td>
              <td className="number">{long}</td>
              <td className="number">{from}</td>
              <td className="number">{mark}</td>
              <td>{skill}</td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
});
