"use client";

/** Prints the page it stands on. */
export function PrintButton() {
  return (
    <button type="button" className="button no-print" onClick={() => window.print()}>
      Print
    </button>
  );
}
