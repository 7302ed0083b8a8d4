import { build } from "esbuild";

/** Everything a module loads at once, by static imports: what it asks for later isn't in it. */
async function loadedWith(entry: string): Promise<string[]> {
  const { metafile } = await build({
    entryPoints: [entry],
    bundle: true,
    splitting: true,
    metafile: true,
    write: false,
    format: "esm",
    outdir: "out",
    jsx: "automatic",
    logLevel: "silent",
    external: ["next/*", "react", "react-dom"],
  });
  const loaded = new Set<string>();
  const add = (path: string): void => {
    if (loaded.has(path)) return;
    loaded.add(path);
    for (const { path: next, kind } of metafile.inputs[path]?.imports ?? [])
      if (kind !== "dynamic-import") add(next);
  };
  add(entry);
  return [...loaded];
}

// The schemas of pieces and the library under them are a fifth of what the bench would load first.
test("the bench loads no schemas and no advice before it is seen", async () => {
  const loaded = await loadedWith("ui/bench/BenchView.tsx");
  expect(loaded).toContain("core/verdict/verdict.ts");
  const isUnwanted = (path: string) =>
    /node_modules\/zod\/|^core\/(piece\/piece|feature\/registry|advice\/advise)\.ts$/.test(path);
  expect(loaded.filter(isUnwanted)).toEqual([]);
});
