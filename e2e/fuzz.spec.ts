import { expect, test } from "@playwright/test";
import { v7 as newId } from "uuid";
import { seededRandom } from "@/core/stats/random";
import { fuzz } from "./fuzz/fuzz";
import { signInOnly } from "./shop";

/** A short run of `npm run fuzz`, by an instructor of another school and by nobody. */
test("fuzzed requests are answered, none with a server error", async ({ page, baseURL }) => {
  await signInOnly(page, "stranger@elsewhere.example");
  const cookie = (await page.context().cookies())
    .map(({ name, value }) => `${name}=${value}`)
    .join("; ");
  const found = await fuzz(baseURL!, {
    cookies: [cookie, cookie, ""],
    ids: Array.from({ length: 20 }, () => newId()),
    count: 600,
    random: seededRandom(4),
    // The same instructor is signed in by another test.
    except: "/api/account/sessions",
  });
  expect(found.serverErrors).toEqual([]);
  const statuses = Object.keys(found.statuses).map(Number);
  expect(statuses).toContain(422);
  expect(statuses.every((status) => status < 500)).toBe(true);
});
