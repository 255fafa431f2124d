import * as Comlink from "comlink";
import type { Logged, LoggerColumns } from "@/core/logger/logger";
import type { LoggerPeek, LoggerWorker } from "./logger.worker";

/** A logger's file read in a worker of its own; ended, nothing more is told. */
export interface LoggerDesk {
  readonly peek: (file: File) => Promise<LoggerPeek>;
  readonly read: (file: File, columns: LoggerColumns, onProgress: (share: number) => void) => Promise<Logged>;
  readonly end: () => void;
}
export function openLoggerDesk(): LoggerDesk {
  const worker = new Worker(new URL("./logger.worker.ts", import.meta.url), {
    type: "module",
    name: "logger",
  });
  const { peek, read } = Comlink.wrap<LoggerWorker>(worker);
  // A worker that dies answers nothing more: whoever waits is told.
  const orDies = <T>(answer: Promise<T>) =>
    new Promise<T>((resolve, reject) => {
      worker.addEventListener("error", ({ message }) => reject(new Error(message)), { once: true });
      answer.then(resolve, reject);
    });
  return {
    peek: (file) => orDies(peek(file)),
    read: (file, columns, onProgress) => orDies(read(file, columns, Comlink.proxy(onProgress))),
    end: () => worker.terminate(),
  };
}
