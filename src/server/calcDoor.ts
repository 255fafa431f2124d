import { calculatorList, isLong, mostInputBytes } from "@/core/calculators/published";
import { calculatorNamed } from "@/core/calculators/registry";
import { answerOf, refusalBody } from "./sum";
import type { SumsPool } from "./sumsPool";
import { builtPool } from "./sumsPool";

const answer = (status: number, body: string, headers: Readonly<Record<string, string>> = {}) =>
  new Response(body, { status, headers: { "Content-Type": "application/json", ...headers } });
const refusal = (
  status: number,
  code: string,
  message: string,
  headers: Readonly<Record<string, string>> = {},
) => answer(status, refusalBody(code, message), headers);

/** `GET /api/calc`: every calculator with its purpose. */
export const listCalculators = (): Response => Response.json(calculatorList());

/** `POST /api/calc/NAME`: the same JSON in and out as on the command line. Long sums go to the pool, where there is one. */
export async function calculate(
  name: string,
  request: Request,
  pool: SumsPool | undefined = builtPool(),
): Promise<Response> {
  const calculator = calculatorNamed(name);
  if (!calculator) return refusal(404, "calc/unknown-name", `There is no calculator “${name}”.`);
  if (!/^application\/json\b/i.test(request.headers.get("content-type") ?? ""))
    return refusal(415, "calc/not-json-type", "Send the input as application/json.");
  const most = mostInputBytes(calculator);
  const text = await readAtMost(request, most);
  if (text === undefined) return refusal(413, "calc/too-large", `The input is over ${most / 1_048_576} MB.`);
  if (!pool || !isLong(calculator)) {
    const { status, body } = answerOf(name, text);
    return answer(status, body);
  }
  const end = await pool.run(name, text, request.signal);
  switch (end.is) {
    case "answered":
      return answer(end.status, end.body);
    case "busy":
      return refusal(
        503,
        "calc/busy",
        "As many sums as this server takes are under way: ask again in a minute.",
        {
          "Retry-After": "60",
        },
      );
    case "tooLong":
      return refusal(
        503,
        "calc/too-long",
        `This sum was ended after ${end.seconds} seconds: ask for fewer days, members or compartments.`,
      );
    case "left":
      return refusal(499, "calc/left", "Whoever asked has gone.");
    case "failed":
      console.error(`calculate ${name}: ${end.message}`);
      return refusal(500, "calc/failed", "The sum stumbled over this.");
  }
}

/** Stops reading as soon as the limit is passed; a stated length is not trusted. */
async function readAtMost(request: Request, mostBytes: number): Promise<string | undefined> {
  const reader = request.body?.getReader();
  if (!reader) return "";
  const decoder = new TextDecoder();
  let text = "";
  let bytes = 0;
  for (;;) {
    const { done, value } = (await reader.read()) as { done: boolean; value?: Uint8Array };
    if (done) return text + decoder.decode();
    bytes += value!.length;
    if (bytes > mostBytes) {
      await reader.cancel();
      return undefined;
    }
    text += decoder.decode(value, { stream: true });
  }
}
