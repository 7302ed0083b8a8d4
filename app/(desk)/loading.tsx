export default function Loading() {
  return (
    <main className="p-5" aria-busy="true">
      <p className="quiet text-15" role="status">
        Fetching …
      </p>
      <div className="mt-4 h-48 border border-rule bg-sheet" />
    </main>
  );
}
