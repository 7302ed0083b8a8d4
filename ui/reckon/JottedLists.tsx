import type { UnreadLine } from "@/core/problem/unreadLine";
import { Field } from "../forms/Field";

interface JottedList<Key extends string> {
  key: Key;
  label: string;
  hint: string;
  rows: number;
}

/** Lists as they are jotted down, one thing a line; under each the first line that can't be read. */
export function JottedLists<Key extends string>({
  lists,
  typed,
  unread,
  onType,
}: {
  lists: readonly JottedList<Key>[];
  typed: Record<Key, string>;
  unread: Record<Key, readonly UnreadLine[]>;
  onType: (key: Key, text: string) => void;
}) {
  return lists.map(({ key, label, hint, rows }) => {
    const [first] = unread[key];
    const error = first && `Line ${first.line}: ${first.message}`;
    return (
      <Field key={key} label={label} hint={hint} error={error}>
        {(wiring) => (
          <textarea
            {...wiring}
            rows={rows}
            className="field py-2"
            value={typed[key]}
            onChange={(event) => onType(key, event.target.value)}
          />
        )}
      </Field>
    );
  });
}
