import { enoughBy } from "@/core/nursery/enough";
import { steadyFor } from "@/core/nursery/steady";
import { offer } from "./desk";

/** Plans of a nursery over hundreds of futures: not the page's to wait for. */
const api = { enough: enoughBy, steady: steadyFor };
export type StockingWorker = typeof api;

offer(api);
