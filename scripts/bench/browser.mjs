import { chromium } from "@playwright/test";
import { CHROMIUM } from "../setup/packages.mjs";

/**
 * The browser everything is measured in. It draws by itself, as on a machine without a graphics
 * card; a card made up in software would take the processor from what is measured.
 */
export const openBrowser = () =>
  chromium.launch({ executablePath: CHROMIUM, args: ["--no-sandbox", "--disable-gpu"] });
