"use client";
import type { Measures } from "@/core/quantity/parse";
import { createContext, useContext } from "react";

/** What the keeper measures with, for every field in which an amount is typed. */
export const MeasuresContext = createContext<Measures>({ units: "metric", containers: [] });
export const useMeasures = (): Measures => useContext(MeasuresContext);
