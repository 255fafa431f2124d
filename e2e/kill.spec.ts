import { test } from "./fixtures";
import { killAndReopen } from "./kill";

test("the browser is killed in the middle of saves: no acknowledged visit is lost, none is half written", async ({
  baseURL,
}) => {
  await killAndReopen(baseURL!, 3);
});
