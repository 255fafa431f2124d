/** The demo cellar with all its forecasts, as a browser keeps it. Written by the set-up, read by every test tagged so. */
export const KEPT_DEMO = "test-results/keptDemo.json";
export const inDemo = { tag: "@demo" };
