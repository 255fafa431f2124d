/** Letters and digits that are not taken for one another on a wet label. */
const LETTERS = "ABCDEFGHJKLMNPRSTUVWXYZ23456789";
const LENGTH = 5;

/**
 * The code on a label: five letters that stand for a bin or a batch, made from its id, so that every device makes the same.
 * Thirty million codes: of a thousand bins two share one about once in sixty cellars, and then both are offered. Never throws.
 */
export function codeOf(id: string): string {
  // FNV-1a over 64 bits, so that ids that differ little have codes that differ much.
  let hash = 0xcbf29ce484222325n;
  for (const char of id)
    hash = ((hash ^ BigInt(char.codePointAt(0)!)) * 0x100000001b3n) & 0xffffffffffffffffn;
  let code = "";
  for (let at = 0; at < LENGTH; at += 1) {
    code += LETTERS[Number(hash % BigInt(LETTERS.length))]!;
    hash /= BigInt(LETTERS.length);
  }
  return code;
}

/** A text that may be such a code, as it is written on labels; undefined where it cannot be one. Never throws. */
export function readCode(typed: string): string | undefined {
  const text = typed.trim().toUpperCase().replace(/[\s-]/g, "");
  return text.length === LENGTH && [...text].every((letter) => LETTERS.includes(letter)) ? text : undefined;
}

/** What a label's QR code holds: the bare code, or behind the keeper's address a page that opens by it. Never throws. */
export const labelText = (code: string, address: string | undefined): string =>
  address ? `${address.replace(/\/+$/, "")}/bin?code=${code}` : code;
