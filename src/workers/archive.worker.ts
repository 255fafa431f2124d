import * as Comlink from "comlink";
import type { ArchiveWorker } from "./archive.protocol";
import { archiveWork } from "./archiveWork";
import { offer } from "./desk";

const work = archiveWork();
const api: ArchiveWorker = {
  ...work,
  pack: async (...question) => {
    const files = [...(await work.pack(...question))];
    return Comlink.transfer(files, files);
  },
};
offer(api);
