"use client";
import { useErrands } from "@/session/errand";
import dynamic from "next/dynamic";
import { useState } from "react";

const ScaleStrip = dynamic(() => import("./ScaleStrip").then((module) => module.ScaleStrip), { ssr: false });

/** The scale at the foot of every room, from when it was asked for until it is put away. */
export function Scale() {
  const { errand, ask } = useErrands();
  const [isOut, setOut] = useState(false);
  if (errand?.of === "scale" && !isOut) setOut(true);
  if (!isOut) return null;
  return (
    <ScaleStrip
      onAway={() => {
        setOut(false);
        if (errand?.of === "scale") ask(undefined);
      }}
    />
  );
}
