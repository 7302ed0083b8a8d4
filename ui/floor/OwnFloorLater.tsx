"use client";

import dynamic from "next/dynamic";
import type { ComponentProps } from "react";

const OwnFloorCard = dynamic(() => import("./OwnFloorCard").then((module) => module.OwnFloorCard));

/** The learner's own place on the floor, loaded only while a class is on. */
export const OwnFloorLater = (props: ComponentProps<typeof OwnFloorCard>) => (
  <OwnFloorCard {...props} />
);
