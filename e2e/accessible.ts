import { readFileSync } from "node:fs";
import { fileURLToPath } from "node:url";
import { expect, type Page } from "@playwright/test";
import type axe from "axe-core";

declare global {
  interface Window {
    axe?: typeof axe;
  }
}

const AXE = readFileSync(fileURLToPath(import.meta.resolve("axe-core/axe.min.js")), "utf8");

/**
 * No serious or critical finding by axe, on the whole page or in a part of it. Contrast, which
 * takes most of the time, is measured on one text of each kind: of the same classes, colour and
 * grounds.
 */
export async function expectAccessible(page: Page, within = "html"): Promise<void> {
  if (!(await page.evaluate(() => Boolean(window.axe)))) await page.evaluate(AXE);
  const found = await page.evaluate(async (part) => {
    const axe = window.axe!;
    const grounds = new Map<Element, string>();
    const groundsOf = (element: Element | null): string => {
      if (!element) return "";
      const known = grounds.get(element);
      if (known !== undefined) return known;
      const { backgroundColor, backgroundImage, opacity } = getComputedStyle(element);
      const ground = `${groundsOf(element.parentElement)} ${backgroundColor} ${backgroundImage} ${opacity}`;
      grounds.set(element, ground);
      return ground;
    };
    const hasText = ({ childNodes }: Element) =>
      [...childNodes].some(({ nodeType, nodeValue }) => nodeType === 3 && nodeValue!.trim());
    const kinds = new Map<string, Element>();
    for (const element of document.querySelectorAll(`:is(${part}) *`))
      if (hasText(element)) {
        const { color, fontSize, fontWeight } = getComputedStyle(element);
        const kind = [
          element.getAttribute("class"),
          color,
          fontSize,
          fontWeight,
          groundsOf(element),
        ].join();
        if (!kinds.has(kind)) kinds.set(kind, element);
      }
    for (const element of kinds.values()) element.toggleAttribute("data-kind-of-text", true);
    axe.configure({ rules: [{ id: "color-contrast", selector: "[data-kind-of-text]" }] });
    // What passes isn't described; sheets of style and media are read for rules that aren't asked.
    const options = { resultTypes: ["violations" as const], preload: false };
    const { violations } = await axe.run(part, options);
    for (const element of kinds.values()) element.removeAttribute("data-kind-of-text");
    return violations
      .filter(({ impact }) => impact === "serious" || impact === "critical")
      .map(({ id, nodes }) => `${id}: ${nodes.map(({ html }) => html).join(" | ")}`);
  }, within);
  expect(found).toEqual([]);
}
