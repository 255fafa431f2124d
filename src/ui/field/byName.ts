import { isCalled } from "@/core/catalogue/everyday";

/** Materials by any of their names, in both kinds of English, for a list that is searched by typing. */
export const byName = <Option extends { readonly id: string; readonly name: string }>(
  options: Option[],
  { inputValue }: { readonly inputValue: string },
): Option[] => options.filter((one) => isCalled(inputValue, one));
