import { personOfPage, UNREACHABLE, type Answer } from "./command";

/**
 * Posts a file to one of our own routes, and tells how much of it is sent; whatever goes wrong on the way is an
 * answer, never a throw.
 *
 * @param onProgress is told the share that is sent, 0 to 1
 */
export function sendFile<Value>(
  path: string,
  file: Blob,
  { onProgress }: { onProgress: (share: number) => void },
): Promise<Answer<Value>> {
  return new Promise((resolve) => {
    // A fetch doesn't tell how far it is.
    const request = new XMLHttpRequest();
    request.open("POST", path);
    request.responseType = "json";
    const person = personOfPage();
    if (person !== undefined) request.setRequestHeader("sent-by", person);
    request.upload.onprogress = ({ loaded, total }) => onProgress(total > 0 ? loaded / total : 0);
    request.upload.onload = () => onProgress(1);
    request.onload = () => {
      const answer = request.response as Answer<Value> | null;
      resolve(typeof answer?.ok === "boolean" ? answer : UNREACHABLE);
    };
    request.onerror = request.onabort = request.ontimeout = () => resolve(UNREACHABLE);
    request.send(file);
  });
}
