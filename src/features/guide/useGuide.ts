"use client";
import { pantryOf } from "@/core/catalogue/pantry";
import type { GuidePage, Section } from "@/core/guide/pages";
import { guidePages, SECTIONS } from "@/core/guide/pages";
import { useSession } from "@/session/session";
import MiniSearch from "minisearch";
import { useMemo } from "react";

/** The Guide's pages, searched: title before text, beginnings and small slips of the finger forgiven. */
export function useGuide(asked: string, section: Section | undefined) {
  const { materials } = useSession();
  const pantry = useMemo(() => pantryOf(materials), [materials]);
  const pages = useMemo(() => guidePages(pantry), [pantry]);
  const index = useMemo(() => {
    const search = new MiniSearch<GuidePage>({
      idField: "key",
      fields: ["title", "also"],
      searchOptions: { boost: { title: 4 }, prefix: true, fuzzy: 0.2, combineWith: "AND" },
    });
    search.addAll(pages);
    return search;
  }, [pages]);
  const found = useMemo(() => {
    const byKey = new Map(pages.map((page) => [page.key, page]));
    const hits =
      asked.trim() === "" ? pages : index.search(asked).flatMap(({ id }) => byKey.get(String(id)) ?? []);
    const inSection = section ? hits.filter((page) => page.section === section) : hits;
    return (Object.keys(SECTIONS) as Section[]).flatMap((name) => {
      const of = inSection.filter((page) => page.section === name);
      return of.length > 0 ? [{ section: name, pages: of }] : [];
    });
  }, [asked, index, pages, section]);
  return { pantry, pages, found };
}
