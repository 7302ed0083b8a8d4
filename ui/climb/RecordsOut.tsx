/** A learner's record, to take away in open formats. */
export function RecordsOut({ learnerId }: { learnerId: string }) {
  const to = (file: string) => `/api/record/${learnerId}/${file}`;
  return (
    <section aria-label="Records to take away" className="no-print mt-8">
      <h2 className="mb-1 font-slab text-20 font-semibold">To take away</h2>
      <p className="flex flex-wrap gap-x-5 text-15">
        {[
          ["record.pdf", "The record (PDF)"],
          ["pieces.csv", "Pieces and readings (CSV)"],
          ["record.json", "Everything (JSON)"],
        ].map(([file, label]) => (
          <a key={file} href={to(file!)} download className="link flex min-h-11 items-center">
            {label}
          </a>
        ))}
      </p>
    </section>
  );
}
