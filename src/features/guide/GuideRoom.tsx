"use client";
import { BELIEFS } from "@/core/catalogue/beliefs";
import type { GuidePage, Section } from "@/core/guide/pages";
import { SECTIONS } from "@/core/guide/pages";
import room from "@/ui/room.module.css";
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import Link from "next/link";
import { useSearchParams } from "next/navigation";
import { useDeferredValue, useState } from "react";
import { BeliefPage, CausePage, HazardPage, SchoolPage, SignPage } from "./AdvicePages";
import styles from "./Guide.module.css";
import { MaterialPage } from "./MaterialPage";
import { OwnMaterialDialog } from "./OwnMaterialDialog";
import { SumPage } from "./SumPage";
import { useGuide } from "./useGuide";
import { WormPage } from "./WormPage";

const SHOWN = 14;

/** What is known: one page for each material, worm, way of keeping, sign, cause, caution, belief and sum. */
export function GuideRoom() {
  const key = useSearchParams().get("page") ?? "";
  const section = useSearchParams().get("in") as Section | null;
  const [asked, setAsked] = useState("");
  const [isAdding, setAdding] = useState(false);
  const { pantry, pages, found } = useGuide(useDeferredValue(asked), section ?? undefined);
  const open = pages.find((page) => page.key === key);
  return (
    <main className={`${room.room} ${styles.guide}`} data-usable="true" data-open={open !== undefined}>
      <nav className={styles.index} aria-label="Pages of the guide">
        <h1 className={room.title}>
          <Link href="/guide" className={styles.home}>
            Guide
          </Link>
        </h1>
        <TextField
          label="Look up"
          value={asked}
          onChange={(event) => setAsked(event.target.value)}
          helperText={section ? `in ${SECTIONS[section].toLowerCase()}` : "a food, a smell, a worm, a sum"}
          slotProps={{ htmlInput: { maxLength: 80, autoComplete: "off" } }}
        />
        {section && (
          <p className={styles.back}>
            <Link href="/guide">all of the guide</Link>
          </p>
        )}
        {found.length === 0 && <p className={styles.quiet}>Nothing goes by that name here.</p>}
        {found.map((group) => (
          <SectionList
            key={group.section}
            section={group.section}
            pages={group.pages}
            isAll={section !== null}
            openKey={key}
          />
        ))}
        <Button onClick={() => setAdding(true)}>add a material of your own</Button>
      </nav>
      <article className={styles.page} aria-live="polite">
        {open ? (
          <PageOf page={open} pantry={pantry} />
        ) : section === "belief" ? (
          <SaidAndChecked />
        ) : (
          <Contents pages={pages} />
        )}
      </article>
      {isAdding && <OwnMaterialDialog onClose={() => setAdding(false)} />}
    </main>
  );
}

function SectionList({
  section,
  pages,
  isAll,
  openKey,
}: {
  readonly section: Section;
  readonly pages: readonly GuidePage[];
  readonly isAll: boolean;
  readonly openKey: string;
}) {
  const shown = isAll ? pages : pages.slice(0, SHOWN);
  return (
    <section className={styles.group}>
      <h2>{SECTIONS[section]}</h2>
      <ul>
        {shown.map((page) => (
          <li key={page.key}>
            <Link
              href={`/guide?page=${page.key}${isAll ? `&in=${section}` : ""}`}
              aria-current={page.key === openKey ? "page" : undefined}
            >
              {page.title}
            </Link>
          </li>
        ))}
      </ul>
      {pages.length > shown.length && (
        <Link className={styles.more} href={`/guide?in=${section}`}>
          {pages.length - shown.length} more
        </Link>
      )}
    </section>
  );
}

/** All sayings on one page. */
function SaidAndChecked() {
  return (
    <div className={styles.sayings}>
      <p className={styles.lead}>Common sayings among keepers, each given a fair hearing.</p>
      {BELIEFS.map(({ id }) => (
        <section key={id}>
          <BeliefPage id={id} />
        </section>
      ))}
    </div>
  );
}

const BLURB: Record<Section, string> = {
  food: "What they eat, how long it lies, what to be careful with.",
  bedding: "What they live in: how much water it holds, how it stands.",
  amendment: "Grit, shell, lime, and the look-alikes that burn.",
  worm: "Who lives in bins, who visits, who must not be moved.",
  school: "Twelve ways that work, and what each says of the others.",
  sign: "What one sees, smells, feels and measures.",
  cause: "Why it is so, first aid, and the cure.",
  hazard: "Where the work can hurt someone, and whose word counts.",
  belief: "What is often said, and how it stands up.",
  sum: "Every sum the app does, with its rule and an example.",
};

function Contents({ pages }: { readonly pages: readonly GuidePage[] }) {
  return (
    <div className={styles.contents}>
      <p className={styles.lead}>
        Starting values, not laws: your own bin overrules them. Half-lives are known to a factor of two either
        way, loose weights to a third.
      </p>
      <ul>
        {(Object.keys(SECTIONS) as Section[]).map((section) => (
          <li key={section}>
            <Link href={`/guide?in=${section}`}>{SECTIONS[section]}</Link>
            <span>{pages.filter((page) => page.section === section).length}</span>
            <p>{BLURB[section]}</p>
          </li>
        ))}
      </ul>
    </div>
  );
}

function PageOf({
  page,
  pantry,
}: {
  readonly page: GuidePage;
  readonly pantry: ReturnType<typeof useGuide>["pantry"];
}) {
  switch (page.section) {
    case "food":
    case "bedding":
    case "amendment":
      return <MaterialPage key={page.key} material={pantry.of(page.section, page.id)!} />;
    case "worm":
      return <WormPage id={page.id} />;
    case "school":
      return <SchoolPage id={page.id} />;
    case "sign":
      return <SignPage id={page.id} />;
    case "cause":
      return <CausePage id={page.id} />;
    case "hazard":
      return <HazardPage id={page.id} />;
    case "belief":
      return <BeliefPage id={page.id} />;
    case "sum":
      return <SumPage name={page.id} />;
  }
}
