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

/** How many of the texts of one kind have their contrast measured: some may lie under something. */
const OF_EACH_KIND = 3;

/**
 * No serious or critical finding by axe, on the whole page or in a part of it. Contrast, which
 * takes most of the time, is measured on a few visible texts of each kind: of the same element,
 * classes, colour, size and grounds, in the same state.
 */
export async function expectAccessible(page: Page, within = "html"): Promise<void> {
  if (!(await page.evaluate(() => Boolean(window.axe)))) await page.evaluate(AXE);
  const look = async ({ within, ofEachKind }: { within: string; ofEachKind: number }) => {
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
    const hasText = (element: Element) =>
      element.matches("input, select, textarea") ||
      [...element.childNodes].some(
        ({ nodeType, nodeValue }) => nodeType === 3 && nodeValue!.trim(),
      );
    const kindOf = (element: Element) => {
      const { color, fontSize, fontWeight } = getComputedStyle(element);
      const isOff = element.closest(":disabled, [aria-disabled=true]") !== null;
      const classes = element.getAttribute("class");
      const { localName } = element;
      return [localName, classes, isOff, color, fontSize, fontWeight, groundsOf(element)].join();
    };
    const measured: Element[] = [];
    const counts = new Map<string, number>();
    for (const element of document.querySelectorAll(`:is(${within}), :is(${within}) *`)) {
      if (!hasText(element) || !element.checkVisibility({ visibilityProperty: true })) continue;
      const kind = kindOf(element);
      const count = (counts.get(kind) ?? 0) + 1;
      counts.set(kind, count);
      if (count <= ofEachKind) measured.push(element);
    }
    for (const element of measured) element.toggleAttribute("data-contrast-measured", true);
    axe.configure({ rules: [{ id: "color-contrast", selector: "[data-contrast-measured]" }] });
    // What passes isn't described; sheets of style and media are read for rules that aren't asked.
    // The title is looked at below: within the application it arrives a moment after its heading.
    const rules = { "document-title": { enabled: false } };
    const options = { resultTypes: ["violations" as const], preload: false, rules };
    const { violations } = await axe.run(within, options);
    for (const element of measured) element.removeAttribute("data-contrast-measured");
    return violations
      .filter(({ impact }) => impact === "serious" || impact === "critical")
      .map(({ id, nodes }) => `${id}: ${nodes.map(({ html }) => html).join(" | ")}`);
  };
  const found = await page.evaluate(look, { within, ofEachKind: OF_EACH_KIND });
  expect(found).toEqual([]);
  await expect(page).toHaveTitle(/\S/);
}
