import { calculatorList, mostInputBytes } from "@/core/calculators/published";
import { calculatorNamed } from "@/core/calculators/registry";

const refusal = (status: number, code: string, message: string, issues: readonly unknown[] = []) =>
  Response.json({ error: { code, message, issues } }, { status });

/** `GET /api/calc`: every calculator with its purpose. */
export const listCalculators = (): Response => Response.json(calculatorList());

/** `POST /api/calc/NAME`: the same JSON in and out as on the command line. */
export async function calculate(name: string, request: Request): Promise<Response> {
  const calculator = calculatorNamed(name);
  if (!calculator) return refusal(404, "calc/unknown-name", `There is no calculator “${name}”.`);
  if (!/^application\/json\b/i.test(request.headers.get("content-type") ?? ""))
    return refusal(415, "calc/not-json-type", "Send the input as application/json.");
  const most = mostInputBytes(calculator);
  const text = await readAtMost(request, most);
  if (text === undefined) return refusal(413, "calc/too-large", `The input is over ${most / 1_048_576} MB.`);
  let raw: unknown;
  try {
    raw = JSON.parse(text);
  } catch {
    return refusal(400, "calc/not-json", "The input is not JSON.");
  }
  const outcome = calculator.run(raw);
  if (outcome.ok) return Response.json(outcome.value);
  const { code, message, issues } = outcome.problem;
  return refusal(400, code, message, issues);
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
