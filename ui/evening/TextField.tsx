/** A short labelled field in a row of others. */
export function TextField({
  label,
  value,
  onChange,
  width,
  isNumber = false,
}: {
  label: string;
  value: string;
  onChange: (value: string) => void;
  width: string;
  isNumber?: boolean;
}) {
  return (
    <label className={`block text-13 text-ink-2 ${width}`}>
      {label}
      <input
        className="field mt-1 text-15"
        value={value}
        inputMode={isNumber ? "numeric" : undefined}
        onChange={({ target }) => onChange(target.value)}
      />
    </label>
  );
}
