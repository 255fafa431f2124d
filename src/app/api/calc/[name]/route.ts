import { calculate } from "@/server/calcDoor";

export async function POST(
  request: Request,
  { params }: { readonly params: Promise<{ readonly name: string }> },
): Promise<Response> {
  return calculate((await params).name, request);
}
