import { newId, personOfPage, refused, type Answer } from "../command";

/** Sends a photograph of a piece as it is; the server looks at what it holds. */
export async function sendPhoto(pieceId: string, file: Blob): Promise<Answer<unknown>> {
  try {
    const response = await fetch(`/api/photo/${newId()}?piece=${pieceId}`, {
      method: "PUT",
      headers: {
        "content-type": "application/octet-stream",
        "sent-by": personOfPage() ?? "",
      },
      body: file,
    });
    return (await response.json()) as Answer<unknown>;
  } catch {
    return refused({ code: "photo-unsent" });
  }
}
