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
  // Ten have to fit where three do.
  const long = need > 5;
  return (
    <span aria-hidden="true" className={`inline-flex shrink-0 ${long ? "gap-1" : "gap-1.5"}`}>
      {Array.from({ length: need }, (_, index) => (
        <span
          key={index}
          className={`${long ? "size-3" : "size-4"} rounded-full border-2 ${
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
