import type { AdviceLine, Advised } from "../advice/advice";
import { defectKind, type DefectKind } from "../trade/defects";
import { failedTry } from "../trade/tries";
import { isLeft } from "./reasons";
import type { NotedDefect, PieceRecord } from "./record";

/**
 * All that is to be done in the next heats, in the order a smith would: faults that must go
 * first, then what the sizes ask, then other faults and what shows in use, straightening last
 * (common practice, no source).
 */
export function adviceOf(
  { lines }: Pick<Advised, "lines">,
  { defects, tries }: Pick<PieceRecord, "defects" | "tries">,
): AdviceLine[] {
  const squares = lines.some(({ saying }) => saying.code === "square");
  const left = defects.filter(
    // Unequal diagonals already say it, with their number.
    (defect) => isLeft(defect) && !(defect.kind === "diamond" && squares),
  );
  const last = lines.filter(({ operation }) => operation === "true");
  return [
    ...remediesOf(left, (kind) => kind.mustGo),
    ...lines.filter((line) => !last.includes(line)),
    ...remediesOf(left, (kind) => !kind.mustGo),
    ...tries.flatMap(({ question, works }): AdviceLine[] =>
      works
        ? []
        : [plain("true", { code: "try", question, say: failedTry(question).say }, REMEDY_HEATS)],
    ),
    ...last,
  ];
}

/** A few blows, or one careful heat (common practice, no source). */
const REMEDY_HEATS = 0.5;

const plain = (operation: string, saying: AdviceLine["saying"], heats: number): AdviceLine => ({
  operation,
  on: [],
  saying,
  heats,
  changes: [],
  sketch: null,
});

function remediesOf(
  defects: readonly NotedDefect[],
  of: (kind: DefectKind) => boolean,
): AdviceLine[] {
  const codes = [...new Set(defects.map(({ kind }) => kind))].sort();
  return codes.flatMap((code) => {
    const kind = defectKind(code);
    if (!kind?.correctable || !of(kind)) return [];
    const { name, remedy, operation } = kind;
    return [plain(operation, { code: "remedy", kind: name, remedy }, REMEDY_HEATS)];
  });
}
