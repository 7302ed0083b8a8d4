import { memo } from "react";
import type { BenchDeviceNote } from "@/core/records/bench";
import { deviceNoteInWords } from "../words/devices";

/** What a scale and a pyrometer sent of the piece, in the order it came. */
export const DeviceNotes = memo(function DeviceNotes({
  notes,
  onDevice,
}: {
  notes: readonly BenchDeviceNote[];
  /** Ids that only this device has. */
  onDevice: ReadonlySet<string>;
}) {
  if (notes.length === 0) return null;
  return (
    <ul aria-label="Sent by devices" className="mt-2 flex flex-wrap gap-x-5 gap-y-1 text-15">
      {notes.map((note) => (
        <li key={note.id}>
          {deviceNoteInWords(note)}
          {onDevice.has(note.id) ? <span className="quiet text-13"> on this device</span> : null}
        </li>
      ))}
    </ul>
  );
});
