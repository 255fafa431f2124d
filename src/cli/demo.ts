import { writeFileSync } from "node:fs";
import { localDate } from "@/vocabulary/fields";
import { demoArchive } from "@/demo/demoCellar";

/** `npx tsx src/cli/demo.ts 2026-11-23 demo.json`: the demo cellar that ends on that day, as an archive file. */
const [day, file] = process.argv.slice(2);
const lastDay = localDate.safeParse(day);
if (!lastDay.success || !file) {
  process.stderr.write("usage: tsx src/cli/demo.ts <last day, like 2026-11-23> <file>\n");
  process.exit(2);
}
writeFileSync(file, demoArchive(lastDay.data));
