import { MAIN_PART } from "@/core/piece/piece";
import { nameInText } from "@/core/bar/named";

/** Which of the piece's bars is worked on, and one more. */
export function PartChooser({
  parts,
  part,
  onWorkOn,
  onAdd,
}: {
  parts: readonly { id: string; name?: string | undefined }[];
  part: string;
  onWorkOn: (part: string) => void;
  onAdd: () => void;
}) {
  return (
    <p className="ml-auto flex flex-wrap items-center gap-x-4">
      {parts.length > 0 ? (
        <select
          aria-label="The bar worked on"
          value={part}
          onChange={(event) => onWorkOn(event.target.value)}
          className="field w-auto"
        >
          <option value={MAIN_PART}>the first bar</option>
          {parts.map((one) => (
            <option key={one.id} value={one.id}>
              {nameInText(one)}
            </option>
          ))}
        </select>
      ) : null}
      <button type="button" className="link min-h-11 text-15" onClick={onAdd}>
        Another bar
      </button>
    </p>
  );
}
