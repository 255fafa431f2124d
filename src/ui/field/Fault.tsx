import { OWN_MEASURES } from "@/core/quantity/words";

/** A sentence beneath a field; where it speaks of the keeper's own measures it leads there. */
export function Fault({ words }: { readonly words: string }) {
  const at = words.indexOf(OWN_MEASURES);
  if (at < 0) return words;
  return (
    <>
      {words.slice(0, at)}
      <a href="/settings#containers">{OWN_MEASURES}</a>
      {words.slice(at + OWN_MEASURES.length)}
    </>
  );
}
