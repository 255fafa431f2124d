import { calculatorList, mostInputBytes } from "@/core/calculators/published";
import { CALCULATORS } from "@/core/calculators/registry";
import { calculate, listCalculators } from "./calcDoor";

const post = async (name: string, body: BodyInit | null, type: string | undefined = "application/json") => {
  const response = await calculate(
    name,
    new Request("http://localhost/api/calc", {
      method: "POST",
      body,
      headers: type ? { "content-type": type } : {},
      // A body that comes in pieces has no stated length.
      ...(body instanceof ReadableStream ? { duplex: "half" } : {}),
    }),
  );
  return { status: response.status, body: (await response.json()) as Record<string, unknown> };
};
/** A body of so many bytes of blanks, in pieces; tells how many pieces were taken from it. */
const blanks = (bytes: number) => {
  const piece = new Uint8Array(65_536).fill(0x20);
  let given = 0;
  const stream = new ReadableStream<Uint8Array>({
    pull(sink) {
      if (given >= bytes) sink.close();
      else sink.enqueue(piece);
      given += piece.length;
    },
  });
  return { stream, taken: () => given };
};

test("every calculator stands in the list and answers its own example through the door", async () => {
  expect(await listCalculators().json()).toEqual(calculatorList());
  for (const { name, example } of CALCULATORS.filter((one) => one.name !== "decide")) {
    const { status, body } = await post(name, JSON.stringify(example.in));
    expect([name, status]).toEqual([name, 200]);
    expect(Object.keys(body).toSorted()).toEqual(Object.keys(example.out as object).toSorted());
  }
});

test("what is wrong is said by code and never as a crash: name, type, text, value", async () => {
  const code = async (...asked: Parameters<typeof post>) => {
    const { status, body } = await post(...asked);
    return [status, (body.error as { code: string }).code];
  };
  expect(await code("no-such-sum", "{}")).toEqual([404, "calc/unknown-name"]);
  expect(await code("constructor", "{}")).toEqual([404, "calc/unknown-name"]);
  expect(await code("dilute", "{}", "text/plain")).toEqual([415, "calc/not-json-type"]);
  expect(await code("dilute", "{")).toEqual([400, "calc/not-json"]);
  expect(await code("dilute", "")).toEqual([400, "calc/not-json"]);
  expect(await code("dilute", null)).toEqual([400, "calc/not-json"]);
  expect(await code("dilute", "[]")).toEqual([400, "calc/bad-input"]);
  expect(await code("dilute", "null", "application/json; charset=utf-8")).toEqual([400, "calc/bad-input"]);
});

test("a body over the limit is refused while it is still coming, whatever length was stated", async () => {
  const dilute = CALCULATORS.find(({ name }) => name === "dilute")!;
  const most = mostInputBytes(dilute);
  const flood = blanks(40 * most);
  expect(await post("dilute", flood.stream)).toMatchObject({
    status: 413,
    body: { error: { code: "calc/too-large" } },
  });
  expect(flood.taken()).toBeLessThan(2 * most);
  // At the limit it is read to its end, and is no JSON.
  expect(await post("dilute", blanks(most).stream)).toMatchObject({
    status: 400,
    body: { error: { code: "calc/not-json" } },
  });
});
