"use client";

import dynamic from "next/dynamic";

/** The designer on a new piece. What was begun on this device is only known there: the server draws nothing of it. */
export const NewDesign = dynamic(
  () => import("./BegunDesign").then(({ BegunDesign }) => BegunDesign),
  { ssr: false, loading: () => <p className="p-5 text-15">Fetching the bar …</p> },
);
