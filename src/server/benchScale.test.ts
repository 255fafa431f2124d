import { readScaleLine } from "@/core/scale/line";
import { BENCH_FORMAT } from "@/core/scale/bench";
import { benchScale } from "./benchScale";

const ask = (query: string, signal?: AbortSignal) =>
  benchScale(new Request(`http://localhost/api/scale?${query}`, signal ? { signal } : {}));
async function lines(response: Response, many: number): Promise<string[]> {
  const reader = response.body!.getReader();
  const found: string[] = [];
  while (found.length < many) {
    const { done, value } = await reader.read();
    if (done) break;
    found.push(...new TextDecoder().decode(value).split("\n").filter(Boolean));
  }
  await reader.cancel();
  return found;
}

test("the stand-in writes lines of its format that swing into what lies on it", async () => {
  const response = ask("kg=2.5&from=0");
  expect(response.headers.get("Cache-Control")).toBe("no-store, no-transform");
  const read = (await lines(response, 4)).map((line) => readScaleLine(line, BENCH_FORMAT));
  expect(read.every(({ ok }) => ok)).toBe(true);
  const kgs = read.flatMap((one) => (one.ok ? [one.value.kg] : []));
  expect(kgs[0]).toBeLessThan(0.1);
  expect(kgs.at(-1)).toBeGreaterThan(1);
});

test("who asks for no load gets an empty plate; nonsense is refused by name; who goes away ends it", async () => {
  expect((await lines(ask(""), 1))[0]).toMatch(/^kg -?0\.00\d steady$/);
  for (const query of ["kg=heavy", "kg=-1", "kg=1e9", "kg=1&from=x"]) {
    const refused = ask(query);
    expect(refused.status).toBe(400);
    expect(await refused.json()).toMatchObject({ error: { code: "scale/load" } });
  }
  const away = new AbortController();
  const response = ask("kg=1", away.signal);
  const reader = response.body!.getReader();
  await reader.read();
  away.abort();
  let isOver = false;
  for (let n = 0; n < 20 && !isOver; n += 1) isOver = (await reader.read()).done;
  expect(isOver).toBe(true);
});
