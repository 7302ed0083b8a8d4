"use client";

import { SheetDialog } from "../kit/Sheet";

const EVERYWHERE = [
  ["Ctrl K", "find a page, an exercise, a learner or a tag"],
  ["?", "this list"],
  ["Tab", "next thing; Enter does it"],
  ["Esc", "close what is open"],
];

const AT_THE_BENCH = [
  ["0–9 . ,", "type a reading; a unit may follow it"],
  ["Enter", "take it and go on"],
  ["↑", "take the one before again"],
  ["← →", "another station, while nothing is typed"],
  ["R", "read the same place several times; their mean counts"],
  ["1–3", "choose, where nothing is measured but judged"],
  ["I", "another instrument that fits"],
  ["Y N", "the next try: it works, or it doesn’t"],
  ["D", "note a defect"],
  ["H", "one heat more"],
  ["M", "one minute more"],
  ["C", "call sizes by eye before they are measured"],
  ["V", "devices: a cable, or the caliper for practice"],
  ["S", "sign the verdict"],
  ["O", "decide otherwise, with a reason"],
];

const AT_THE_DRAWING = [
  ["A", "add to the bar"],
  ["S", "split the chosen stretch, or at the chosen feature"],
  ["← →", "the part before, the next one"],
  ["Shift ← →", "a stretch shorter or longer, a feature along the bar"],
  ["Alt ← →", "a stretch earlier or later"],
  ["Delete", "take it out"],
  ["1 2 3 4", "as marked, as forged, as finished, by stages"],
  ["V", "from the side, from above"],
  ["+ − 0", "closer, further off, all of it"],
  ["Ctrl Z, Ctrl Y", "back, and again"],
];

const BY_STAGES = [
  ["← →", "the stage before, the next one"],
  ["V", "from both sides, from the side, from above"],
  ["P", "print the stage board"],
];

/** Every key there is. */
export function Shortcuts({
  open,
  onOpenChange,
  staff,
}: {
  open: boolean;
  onOpenChange: (open: boolean) => void;
  staff: boolean;
}) {
  return (
    <SheetDialog title="Keys" open={open} onOpenChange={onOpenChange}>
      <KeyList title="Everywhere" keys={EVERYWHERE} />
      {staff ? (
        <>
          <KeyList title="At the bench, while nothing is typed" keys={AT_THE_BENCH} />
          <KeyList title="In the designer, while nothing is typed" keys={AT_THE_DRAWING} />
          <KeyList title="By stages" keys={BY_STAGES} />
        </>
      ) : null}
    </SheetDialog>
  );
}

function KeyList({ title, keys }: { title: string; keys: string[][] }) {
  return (
    <section className="mb-5">
      <h3 className="mb-1 text-13 text-ink-2">{title}</h3>
      <table className="ledger">
        <tbody>
          {keys.map(([key, what]) => (
            <tr key={key}>
              <th scope="row" className="w-28 !text-15 !font-semibold !text-ink">
                {key}
              </th>
              <td>{what}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
