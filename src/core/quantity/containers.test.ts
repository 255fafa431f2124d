import { inContainers } from "./containers";

test("a keeper's own bucket, jar and sprayer are units; what names none or two of them is not guessed at", () => {
  const mine = [
    { name: "Grey bucket", volumeL: 8.5 },
    { name: "blue bucket", volumeL: 10 },
    { name: "jar", volumeL: 0.7 },
    { name: "sprayer", litresPerMin: 0.12 },
  ];
  const litres = (text: string) => inContainers(text, mine);
  expect(["2 grey buckets", "half a jar", "1/2 jar", "a jar", "1,5 jars", "40 s", "2 min", "3 of the jar"].map(litres)).toEqual(
    [17, 0.35, 0.35, 0.7, expect.closeTo(1.05, 9), expect.closeTo(0.08, 9), 0.24, expect.closeTo(2.1, 9)],
  ); // prettier-ignore
  for (const text of ["2 buckets", "640 g", "1.5 L", "jar", "0 jars", "1/0 jar", "", "2 sprayers"])
    expect([text, litres(text)]).toEqual([text, undefined]);
  expect(inContainers("40 s", [])).toBeUndefined();
});
