"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import { useCommand } from "../useCommand";

export interface ShopNow {
  stock: readonly string[] | null;
  weldingHearth: boolean | null;
}

/** What the shop has in hand: the choice of the next piece goes by it. */
export function ShopForm({ shop, sections }: { shop: ShopNow; sections: readonly string[] }) {
  const router = useRouter();
  const [stock, setStock] = useState(shop.stock);
  const [weldingHearth, setWelding] = useState(shop.weldingHearth);
  const command = useCommand();
  const save = async (next: ShopNow) => {
    setStock(next.stock);
    setWelding(next.weldingHearth);
    const { stock: bars, weldingHearth: fire } = next;
    const answer = await command.send("set-shop", {
      stock: bars === null ? null : [...bars],
      weldingHearth: fire,
    });
    if (answer.ok) router.refresh();
  };
  const counted = stock !== null;
  return (
    <div className="text-15">
      <label className="flex min-h-11 items-center gap-2">
        <input
          type="checkbox"
          className="size-5 accent-ink"
          checked={weldingHearth !== false}
          onChange={({ target }) => void save({ stock, weldingHearth: target.checked })}
        />
        a hearth reaches welding heat
      </label>
      <label className="flex min-h-11 items-center gap-2">
        <input
          type="checkbox"
          className="size-5 accent-ink"
          checked={counted}
          onChange={({ target }) =>
            void save({ stock: target.checked ? [...sections] : null, weldingHearth })
          }
        />
        only the bars ticked here are in hand
      </label>
      {counted ? (
        <ul className="max-h-64 overflow-auto border-t border-rule">
          {sections.map((section) => (
            <li key={section}>
              <label className="flex min-h-11 items-center gap-2 pl-4">
                <input
                  type="checkbox"
                  className="size-5 accent-ink"
                  checked={stock.includes(section)}
                  onChange={({ target }) =>
                    void save({
                      stock: target.checked
                        ? [...stock, section]
                        : stock.filter((one) => one !== section),
                      weldingHearth,
                    })
                  }
                />
                {section}
              </label>
            </li>
          ))}
        </ul>
      ) : null}
      {command.error ? (
        <p role="alert" className="text-light">
          {command.error}
        </p>
      ) : null}
    </div>
  );
}
