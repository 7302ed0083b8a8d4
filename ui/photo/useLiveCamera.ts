import { useEffect, useRef, useState } from "react";

/** Enough for a millimetre of the mat to have pixels; a camera gives what it has. */
const WANTED = { width: { ideal: 3840 }, height: { ideal: 2160 }, facingMode: "environment" };
/** Between two looks, ms. */
const REST_MS = 150;
/** So many good views one after the other: the hand that laid the piece down is away. */
const GOOD_VIEWS = 2;

const NOT_ALLOWED =
  "The camera can't be used. Allow it for this page in the browser, or choose a picture instead.";

interface Watching {
  /** What speaks against a view; null where it could be measured. */
  look: (view: Blob) => Promise<string | null>;
  onTaken: (picture: Blob) => void;
}

/** A camera that is looked through until what it sees can be measured, and takes that picture by itself. */
export function useLiveCamera({ look, onTaken }: Watching) {
  const video = useRef<HTMLVideoElement>(null);
  /** What to change; null while nothing is known or all is well. */
  const [refused, setRefused] = useState<string | null>(null);
  const [isGood, setGood] = useState(false);
  const [fault, setFault] = useState<string | null>(null);
  const latest = useRef({ look, onTaken });
  useEffect(() => {
    latest.current = { look, onTaken };
  });

  useEffect(() => {
    const stopped = new AbortController();
    const screen = video.current!;
    void watch(screen, stopped.signal, {
      look: (view) => latest.current.look(view),
      onSeen: (reason) => {
        setRefused(reason);
        setGood(reason === null);
      },
      onTaken: (picture) => latest.current.onTaken(picture),
    }).catch(() => {
      if (!stopped.signal.aborted) setFault(NOT_ALLOWED);
    });
    return () => stopped.abort();
  }, []);

  return { video, refused, isGood, fault };
}

async function watch(
  screen: HTMLVideoElement,
  stopped: AbortSignal,
  { look, onSeen, onTaken }: Watching & { onSeen: (refused: string | null) => void },
): Promise<void> {
  const stream = await navigator.mediaDevices.getUserMedia({ video: WANTED });
  const end = () => stream.getTracks().forEach((track) => track.stop());
  if (stopped.aborted) return end();
  stopped.addEventListener("abort", end);
  screen.srcObject = stream;
  await screen.play();
  let good = 0;
  while (!stopped.aborted) {
    const view = await viewOf(screen);
    const refused = await look(view);
    if (stopped.aborted) return;
    onSeen(refused);
    good = refused === null ? good + 1 : 0;
    if (good >= GOOD_VIEWS) return onTaken(view);
    await new Promise((resolve) => setTimeout(resolve, REST_MS));
  }
}

/** What the camera sees now, as a picture. */
function viewOf(screen: HTMLVideoElement): Promise<Blob> {
  const canvas = document.createElement("canvas");
  canvas.width = screen.videoWidth;
  canvas.height = screen.videoHeight;
  canvas.getContext("2d")!.drawImage(screen, 0, 0);
  return new Promise((resolve, reject) =>
    canvas.toBlob(
      (blob) => (blob ? resolve(blob) : reject(new Error("no view"))),
      "image/jpeg",
      0.95,
    ),
  );
}
