import { test } from "../fixtures";
import { killAndReopen } from "../kill";

test("two hundred power cuts in a row lose nothing that was acknowledged", async ({ baseURL }) => {
  test.setTimeout(3_600_000);
  await killAndReopen(baseURL!, 200);
});
