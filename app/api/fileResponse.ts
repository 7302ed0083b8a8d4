/** A name as files have it: "Net-mender's fid" is "net-mender-s-fid". */
export const fileName = (name: string): string =>
  name
    .toLowerCase()
    .normalize("NFKD")
    .replace(/[^a-z0-9]+/g, "-")
    .replace(/^-+|-+$/g, "") || "piece";

/** A file to be saved, or shown where the browser can. */
export const fileResponse = (
  body: string | Uint8Array<ArrayBuffer>,
  { type, name, shown = false }: { type: string; name: string; shown?: boolean },
): Response =>
  new Response(body, {
    headers: {
      "content-type": type,
      "content-disposition": `${shown ? "inline" : "attachment"}; filename="${name}"`,
      "cache-control": "private, no-cache",
    },
  });
