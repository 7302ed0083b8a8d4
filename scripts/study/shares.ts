import { fork } from "node:child_process";
import { availableParallelism } from "node:os";

/** The studies that are shared among processes, by what `share.ts` knows them as. */
export type SharedStudy = "pictures" | "spoiled";

/** Takes a study's items 0 to count, shared among as many processes as there are cores; empty items are left out. */
export async function inShares<Item>(study: SharedStudy, count: number): Promise<Item[]> {
  const processes = Math.min(count, availableParallelism());
  let done = 0;
  const share = (first: number) =>
    new Promise<Item[]>((resolve, reject) => {
      const items: Item[] = [];
      const child = fork(new URL("./share.ts", import.meta.url), [
        ...[study, first, processes, count].map(String),
      ]);
      child.on("message", (item: Item | null) => {
        done += 1;
        if (done % 20 === 0) console.error(`${done} of ${count} pictures`);
        if (item) items.push(item);
      });
      child.on("exit", (code) =>
        code === 0 ? resolve(items) : reject(new Error(`A share of the study ended with ${code}.`)),
      );
    });
  const shares = await Promise.all(Array.from({ length: processes }, (_, first) => share(first)));
  return shares.flat();
}
