"use client";

import { KEY_SCOPES } from "../kit/keys";
import { SheetDialog } from "../kit/Sheet";

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
      {Object.values(KEY_SCOPES)
        .filter((scope) => staff || !scope.staff)
        .map(({ title, rows }) => (
          <KeyList key={title} title={title} rows={rows} />
        ))}
    </SheetDialog>
  );
}

function KeyList({
  title,
  rows,
}: {
  title: string;
  rows: readonly { shown: string; does: string }[];
}) {
  return (
    <section className="mb-5">
      <h3 className="mb-1 text-13 text-ink-2">{title}</h3>
      <table className="ledger">
        <tbody>
          {rows.map(({ shown, does }) => (
            <tr key={shown}>
              <th scope="row" className="w-28 !text-15 !font-semibold !text-ink">
                {shown}
              </th>
              <td>{does}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
