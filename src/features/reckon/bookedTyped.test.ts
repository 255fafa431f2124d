import { entrySchema } from "@/records/entry";
import { entry } from "../../../tests/log";
import { seeded } from "@/core/chance/seeded";
import { BOOKED } from "@/vocabulary/lots";
import { done } from "@/vocabulary/outcome";
import { readBooked } from "./bookedTyped";

const TYPED = [
  "12",
  "12.50",
  "12,5",
  "0",
  "-3",
  "",
  "  7 ",
  "a lot",
  "1e4",
  "1441",
  "=2+2",
  "99999999999",
  "0.004",
];

test("whatever is typed is a line the log takes, or a sentence; never both, never neither", () => {
  const chance = seeded("booked");
  for (const of of BOOKED)
    for (const value of TYPED) {
      const what = chance() < 0.5 ? "" : "lime, post; “and more”";
      const read = readBooked({ of, what, value }, "EUR");
      if (!read.ok) {
        expect(read.problem.fields.value).toMatch(/\.$/);
        continue;
      }
      const fact = read.value;
      const kept = entry({ ...fact, subject: { kind: "cellar", id: "cellar-1" } });
      expect(entrySchema.safeParse(kept).success).toBe(true);
      expect(fact.what).not.toBe("");
      if (of === "work") expect(fact).toMatchObject({ tookMin: Number(value.trim().replace(",", ".")) });
      else expect(fact.sum!.currency).toBe("EUR");
    }
  expect(readBooked({ of: "work", what: "", value: "1441" }, "EUR")).toMatchObject({
    problem: { fields: { value: "That is more than a day." } },
  });
  expect(readBooked({ of: "cost", what: "lime", value: "12,5" }, "EUR")).toEqual(
    done({ kind: "booked", of: "cost", sum: { money: 12.5, currency: "EUR" }, what: "lime" }),
  );
});
