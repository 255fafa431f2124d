import * as Comlink from "comlink";
import type { Logged, LoggerColumns } from "@/core/logger/logger";
import { openDesk } from "./desk";
import type { LoggerPeek, LoggerWorker } from "./logger.worker";

/** A logger's file read in a worker of its own; ended, nothing more is told. */
export interface LoggerDesk {
  readonly peek: (file: File) => Promise<LoggerPeek>;
  readonly read: (file: File, columns: LoggerColumns, onProgress: (share: number) => void) => Promise<Logged>;
  readonly end: () => void;
}
export function openLoggerDesk(): LoggerDesk {
  const { ask, end } = openDesk<LoggerWorker>(
    () => new Worker(new URL("./logger.worker.ts", import.meta.url), { type: "module", name: "logger" }),
  );
  return {
    end,
    peek: (file) => ask(({ peek }) => peek(file)),
    read: (file, columns, onProgress) => ask(({ read }) => read(file, columns, Comlink.proxy(onProgress))),
  };
}
