import { STEP_NAMES, STEPS, type Step } from "@/core/trade/steps";
import { Link } from "../kit/Link";

interface ShelfSearchProps {
  asked: {
    words?: string | undefined;
    techniqueId?: string | undefined;
    step?: Step | undefined;
    stock?: string | undefined;
    minutes?: number | undefined;
    retired?: boolean | undefined;
  };
  techniques: readonly { id: string; name: string }[];
  stocks: readonly string[];
}

/** What the shelf is searched by. A plain form: the address says what was asked. */
export function ShelfSearch({ asked, techniques, stocks }: ShelfSearchProps) {
  return (
    <form
      action="/set"
      role="search"
      className="mb-4 flex flex-wrap items-end gap-3 border-t-2 border-ink bg-sheet p-3"
    >
      <label className="grow basis-56 text-13 text-ink-2">
        Words, by any of their names
        <input
          name="words"
          type="search"
          defaultValue={asked.words}
          maxLength={120}
          placeholder="bracket, jump up, vise …"
          className="field text-17 text-ink"
        />
      </label>
      <Choice name="technique" label="Technique" value={asked.techniqueId} any="any technique">
        {techniques.map(({ id, name }) => (
          <option key={id} value={id}>
            {name}
          </option>
        ))}
      </Choice>
      <Choice name="step" label="Step" value={asked.step} any="any step">
        {STEPS.map((step) => (
          <option key={step} value={step}>
            {step} {STEP_NAMES[step]}
          </option>
        ))}
      </Choice>
      <Choice name="stock" label="Stock" value={asked.stock} any="any stock">
        {stocks.map((stock) => (
          <option key={stock}>{stock}</option>
        ))}
      </Choice>
      <label className="w-28 text-13 text-ink-2">
        Minutes, at most
        <input
          name="minutes"
          inputMode="numeric"
          pattern="[0-9]{1,3}"
          title="A whole number of minutes"
          defaultValue={asked.minutes}
          className="field text-17 text-ink"
        />
      </label>
      <label className="flex min-h-11 items-center gap-2 text-15">
        <input
          type="checkbox"
          name="retired"
          value="1"
          defaultChecked={asked.retired}
          className="size-5"
        />
        retired ones
      </label>
      <button className="button button-main">Find</button>
      <Link href="/set" className="link flex min-h-11 items-center text-15">
        All
      </Link>
    </form>
  );
}

function Choice({
  name,
  label,
  value,
  any,
  children,
}: {
  name: string;
  label: string;
  value: string | number | undefined;
  any: string;
  children: React.ReactNode;
}) {
  return (
    <label className="w-44 text-13 text-ink-2">
      {label}
      <select name={name} defaultValue={value ?? ""} className="field text-17 text-ink">
        <option value="">{any}</option>
        {children}
      </select>
    </label>
  );
}
