"use client";

import jsQR from "jsqr";
import { useEffect, useRef, useState } from "react";

/** How often a picture is looked at, ms: quick enough for a hand, slow enough for an old phone. */
const EVERY_MS = 180;
/** A tag code fills much of the picture; more pixels only cost time. */
const WIDEST_PX = 640;

/** Reads a label's code with the camera. Pictures are looked at here and go nowhere. */
export function ScanTag({ onTag, onStop }: { onTag: (tag: string) => void; onStop: () => void }) {
  const video = useRef<HTMLVideoElement>(null);
  const [problem, setProblem] = useState("");
  const found = useRef(onTag);
  useEffect(() => {
    found.current = onTag;
  });

  useEffect(() => {
    let stream: MediaStream | null = null;
    let gone = false;
    const canvas = document.createElement("canvas");
    const context = canvas.getContext("2d", { willReadFrequently: true });

    function look() {
      const seen = video.current;
      if (!seen || !context || seen.videoWidth === 0) return;
      const scale = Math.min(1, WIDEST_PX / seen.videoWidth);
      canvas.width = Math.round(seen.videoWidth * scale);
      canvas.height = Math.round(seen.videoHeight * scale);
      context.drawImage(seen, 0, 0, canvas.width, canvas.height);
      const picture = context.getImageData(0, 0, canvas.width, canvas.height);
      const code = jsQR(picture.data, picture.width, picture.height);
      if (code?.data) found.current(code.data.trim().slice(0, 20));
    }

    async function open() {
      try {
        stream = await navigator.mediaDevices.getUserMedia({
          video: { facingMode: "environment" },
        });
        if (gone) return stream.getTracks().forEach((track) => track.stop());
        if (!video.current) return;
        video.current.srcObject = stream;
        await video.current.play();
      } catch {
        setProblem("The camera can’t be used here: allow it in the browser, or type the tag.");
      }
    }
    void open();
    const timer = setInterval(look, EVERY_MS);
    return () => {
      gone = true;
      clearInterval(timer);
      stream?.getTracks().forEach((track) => track.stop());
    };
  }, []);

  return (
    <div className="w-full">
      {problem ? (
        <p role="alert" className="py-2 text-15 font-semibold text-heavy">
          {problem}
        </p>
      ) : (
        <video
          ref={video}
          muted
          playsInline
          aria-label="What the camera sees"
          className="max-h-72 w-full max-w-md border border-rule-strong bg-ink"
        />
      )}
      <button type="button" className="link min-h-11 text-15" onClick={onStop}>
        Stop the camera
      </button>
    </div>
  );
}
