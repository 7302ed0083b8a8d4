/** The product's sign: a stair of solid steps. */
export function StairSign({ size = 24 }: { size?: number }) {
  return (
    <svg width={size} height={size} viewBox="0 0 24 24" aria-hidden="true">
      <path d="M0 22v-4h5v-5h5V8h5V3h9v19z" fill="currentColor" />
    </svg>
  );
}
