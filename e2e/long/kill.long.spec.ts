import { test } from "../fixtures";
import { killAndReopen } from "../kill";

test("twenty-five power cuts in a row lose nothing that was acknowledged", async ({ baseURL }) => {
  test.setTimeout(900_000);
  await killAndReopen(baseURL!, 25);
});
