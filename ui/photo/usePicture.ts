import { useCallback, useEffect, useRef, useState } from "react";
import type { Characteristic } from "@/core/measure/characteristic";
import type { Overlay } from "@/core/photo/layOver";
import type { PieceOutline } from "@/core/photo/outline";
import type { Piece } from "@/core/piece/piece";
import type { PictureMeasured, PictureReply, PictureRequest } from "@/vision/messages";

export type PictureStep = Extract<PictureReply, { step: unknown }>["step"];

export type PictureState =
  | { is: "waiting"; refused: string | null }
  | { is: "busy"; step: PictureStep }
  | { is: "measured"; measured: PictureMeasured };

const NOT_HERE = "Pictures can't be measured here. Load the page again while there is a network.";

/** A picture and what was measured of it: in a worker, so that the page answers meanwhile. */
export function usePicture(piece: Piece, lines: readonly Characteristic[]) {
  const worker = useRef<Worker | null>(null);
  const [state, setState] = useState<PictureState>({ is: "waiting", refused: null });
  const [picture, setPicture] = useState<{ url: string; blob: Blob } | null>(null);

  const end = useCallback(() => {
    worker.current?.terminate();
    worker.current = null;
  }, []);
  useEffect(() => end, [end]);
  useEffect(() => () => void (picture && URL.revokeObjectURL(picture.url)), [picture]);

  const ask = useCallback(
    (request: PictureRequest, answered: (reply: PictureReply) => void) => {
      worker.current ??= new Worker("/picture.js");
      worker.current.onmessage = ({ data }: MessageEvent<PictureReply>) => {
        if ("step" in data)
          return request.ask === "look" ? undefined : setState({ is: "busy", step: data.step });
        if ("refused" in data) return setState({ is: "waiting", refused: data.refused });
        answered(data);
      };
      worker.current.onerror = () => {
        end();
        setState({ is: "waiting", refused: NOT_HERE });
      };
      worker.current.postMessage(request);
    },
    [end],
  );

  const measure = useCallback(
    (blob: Blob) => {
      setPicture({ url: URL.createObjectURL(blob), blob });
      setState({ is: "busy", step: "library" });
      ask({ ask: "measure", picture: blob, piece, lines }, (reply) => {
        if ("measured" in reply) setState({ is: "measured", measured: reply.measured });
      });
    },
    [ask, piece, lines],
  );

  const take = useCallback(
    (seed: number) => {
      setState({ is: "busy", step: "taking" });
      ask({ ask: "take", piece, seed }, (reply) => {
        if ("taken" in reply) measure(reply.taken);
      });
    },
    [ask, measure, piece],
  );

  /** Whether a camera's view could be measured: what to change first, or null. */
  const look = useCallback(
    (view: Blob) =>
      new Promise<string | null>((resolve) => {
        ask({ ask: "look", picture: view }, (reply) => {
          if ("looked" in reply) resolve(reply.looked.refused);
        });
      }),
    [ask],
  );

  /** Lays an outline over another; null where they have too little in common, or it can't be done here. */
  const lay = useCallback(
    (mine: PieceOutline, other: PieceOutline) =>
      new Promise<Overlay | null>((resolve) => {
        ask({ ask: "lay", mine, other }, (reply) => {
          if ("laid" in reply) resolve(reply.laid);
        });
      }),
    [ask],
  );

  /** Puts away what the last picture was refused for. */
  const forget = useCallback(() => setState({ is: "waiting", refused: null }), []);

  const stop = useCallback(() => {
    end();
    setState({ is: "waiting", refused: null });
  }, [end]);

  return { state, picture, measure, take, look, lay, forget, stop };
}
