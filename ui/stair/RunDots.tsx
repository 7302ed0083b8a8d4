/** A run towards a step: made and still to make. Its words stand beside it. */
export function RunDots({
  have,
  need,
  onSlate = false,
}: {
  have: number;
  need: number;
  onSlate?: boolean;
}) {
  return (
    <span aria-hidden="true" className="inline-flex gap-1.5">
      {Array.from({ length: need }, (_, index) => (
        <span
          key={index}
          className={`size-4 rounded-full border-2 ${
            index < have
              ? onSlate
                ? "border-straw bg-straw"
                : "border-temper-3 bg-temper-3"
              : onSlate
                ? "border-chalk-2"
                : "border-rule-strong"
          }`}
        />
      ))}
    </span>
  );
}
