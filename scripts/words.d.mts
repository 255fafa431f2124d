export function sentencesOf(
  root?: string,
): { readonly where: string; readonly text: string; readonly words: number; readonly ease: number }[];
