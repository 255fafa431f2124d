"use client";
import { BELIEFS } from "@/core/catalogue/beliefs";
import { CAUSES, HAZARDS, LINKS, SIGNS } from "@/core/catalogue/guideTables";
import { schoolOf } from "@/core/catalogue/school";
import { schoolPageOf } from "@/core/catalogue/schoolPage";
import { wholeMaterial } from "@/core/catalogue/composition";
import { span } from "@/core/calendar/day";
import { SEVERITY_WORDS, VERDICT_WORDS } from "@/core/guide/words";
import { formatPercentRange } from "@/core/quantity/format";
import { signName } from "@/core/trouble/words";
import { inUnits } from "@/core/words/inUnits";
import { useSession } from "@/session/session";
import type { SchoolId } from "@/vocabulary/setup";
import Link from "next/link";
import styles from "./Guide.module.css";

/** What the tables say, in the keeper's own units. */
function useSaid(): (sentence: string) => string {
  const { units } = useSession();
  return (sentence) => inUnits(sentence, units);
}

/** Pages that advise: a way of keeping, a sign, what is behind it, a caution, a saying. */
export function SchoolPage({ id }: { readonly id: string }) {
  const said = useSaid();
  const school = schoolOf(id as SchoolId);
  const page = schoolPageOf(id as SchoolId);
  return (
    <>
      <p className={styles.stance}>A way of keeping</p>
      <h2 className={styles.name}>{school.name}</h2>
      <p className={styles.say}>{said(page.feedPlaceRule)}.</p>
      <dl className={styles.pairs}>
        <Pair term="Suits">{said(page.suits)}</Pair>
        <Pair term="Bins">{said(page.binTypes)}</Pair>
        <Pair term="How often">
          every {school.minIntervalDays} to {span(school.maxIntervalDays)}, usually{" "}
          {span(school.usualIntervalDays)}
        </Pair>
        <Pair term="How much">{said(page.rationRule)}</Pair>
        <Pair term="Bedding to food">
          {school.startRatio} to 1 by volume at first, {school.steadyRatio} to 1 later
        </Pair>
        <Pair term="Cover">{said(page.coverRule)}</Pair>
        <Pair term="Water">
          {said(page.watering)}; {formatPercentRange(school.moistureLow, school.moistureHigh)} moist
        </Pair>
        <Pair term="Quiet check">{said(page.quietCheck)}</Pair>
        <Pair term="Harvest">
          {said(page.harvestMethod)}; first after about {school.firstHarvestMonths} months
        </Pair>
        <Pair term="For it">{page.strengths}</Pair>
        <Pair term="Against it">{page.weaknesses}</Pair>
      </dl>
      <p className={styles.both}>{page.disagreement}.</p>
    </>
  );
}

export function SignPage({ id }: { readonly id: string }) {
  const said = useSaid();
  const sign = SIGNS.find((one) => one.id === id)!;
  const links = LINKS.filter((link) => link.sign === id).toSorted((a, b) => b.weight - a.weight);
  const for_ = links.filter(({ weight }) => weight > 0);
  const against = links.filter(({ weight }) => weight < 0);
  return (
    <>
      <p className={styles.stance} data-stance={sign.severity >= 2 ? "avoid" : "fine"}>
        {SEVERITY_WORDS[sign.severity]}
      </p>
      <h2 className={styles.name}>{said(sign.name)}</h2>
      <p className={styles.say}>{said(sign.description)}</p>
      {sign.likelyHarmless && <p>By itself most often harmless.</p>}
      <h3>It may mean</h3>
      <ul className={styles.weights}>
        {for_.map((link) => (
          <CauseLine key={link.cause} link={link} />
        ))}
      </ul>
      {against.length > 0 && (
        <>
          <h3>It speaks against</h3>
          <ul className={styles.weights}>
            {against.map((link) => (
              <CauseLine key={link.cause} link={link} />
            ))}
          </ul>
        </>
      )}
      <p className={styles.source}>
        Judgement of practice, not counted cases: more strokes, the stronger it points there.
      </p>
    </>
  );
}

function CauseLine({ link }: { readonly link: (typeof LINKS)[number] }) {
  const strokes = Math.round(Math.abs(link.weight) * 2);
  return (
    <li>
      <span className={styles.strokes} aria-hidden="true" data-against={link.weight < 0}>
        {Array.from({ length: strokes }, (_, at) => (
          <i key={at} />
        ))}
      </span>
      <Link href={`/guide?page=cause/${link.cause}`}>
        {CAUSES.find((cause) => cause.id === link.cause)?.name}
      </Link>
      {link.note && <span className={styles.quiet}> {link.note}</span>}
    </li>
  );
}

export function CausePage({ id }: { readonly id: string }) {
  const said = useSaid();
  const { units } = useSession();
  const cause = CAUSES.find((one) => one.id === id)!;
  const signs = LINKS.filter((link) => link.cause === id && link.weight > 0).toSorted(
    (a, b) => b.weight - a.weight,
  );
  return (
    <>
      <p className={styles.stance}>What is behind it</p>
      <h2 className={styles.name}>{cause.name}</h2>
      <p className={styles.say}>{said(cause.mechanism)}</p>
      <h3>Now</h3>
      <ol className={styles.steps}>
        {cause.firstAid.map((step) => (
          <li key={step}>{said(step)}</li>
        ))}
      </ol>
      <h3>In the next days</h3>
      <ol className={styles.steps}>
        {cause.cure.map((step) => (
          <li key={step}>{said(step)}</li>
        ))}
      </ol>
      {cause.doNot.length > 0 && (
        <>
          <h3>Do not</h3>
          <ul className={styles.steps}>
            {cause.doNot.map((step) => (
              <li key={step}>{said(step.replace(/^Do not /, ""))}</li>
            ))}
          </ul>
        </>
      )}
      <p>
        Look again after {span(cause.followUpDays)}. What keeps it away:{" "}
        {said(cause.prevents.charAt(0).toLowerCase() + cause.prevents.slice(1))}.
      </p>
      {cause.safety && <p className={styles.caution}>{said(cause.safety)}</p>}
      <h3>Seen as</h3>
      <p>
        {signs.slice(0, 12).map((link, at) => (
          <span key={link.sign}>
            {at > 0 && ", "}
            <Link href={`/guide?page=sign/${link.sign}`}>{signName(link.sign, units)}</Link>
          </span>
        ))}
      </p>
    </>
  );
}

export function HazardPage({ id }: { readonly id: string }) {
  const said = useSaid();
  const hazard = HAZARDS.find((one) => one.id === id)!;
  return (
    <>
      <p className={styles.stance} data-stance="avoid">
        Caution
      </p>
      <h2 className={styles.name}>{hazard.name}</h2>
      <p className={styles.say}>{said(hazard.caution)}</p>
      <dl className={styles.pairs}>
        <Pair term="Whom it concerns">{hazard.who}</Pair>
        <Pair term="When">{hazard.tasks.join("; ")}</Pair>
        <Pair term="Whose word counts">{hazard.deferTo === "none" ? "yours" : hazard.deferTo}</Pair>
      </dl>
      <p className={styles.source}>
        General guidance. Where local rules, a doctor or another professional say otherwise, they are right.
      </p>
    </>
  );
}

export function BeliefPage({ id }: { readonly id: string }) {
  const said = useSaid();
  const belief = BELIEFS.find((one) => one.id === id)!;
  return (
    <>
      <p className={styles.stance} data-stance={belief.verdict === "true" ? "favoured" : "contested"}>
        {VERDICT_WORDS[belief.verdict]}
      </p>
      <h2 className={styles.name}>“{belief.said}”</h2>
      <p className={styles.say}>{said(belief.checked)}</p>
      <p className={styles.both}>
        <b>What the app does:</b> {said(belief.rule)}
      </p>
      <p>
        See{" "}
        {belief.see.map((to, at) => {
          const page = pageNamed(to);
          return (
            <span key={to}>
              {at > 0 && ", "}
              <Link href={`/guide?page=${page.key}`}>{page.title.toLowerCase()}</Link>
            </span>
          );
        })}
        .
      </p>
    </>
  );
}

function pageNamed(id: string): { readonly key: string; readonly title: string } {
  const material = wholeMaterial(id);
  if (material) return { key: `${material.use}/${id}`, title: material.name };
  const cause = CAUSES.find((one) => one.id === id);
  if (cause) return { key: `cause/${id}`, title: cause.name };
  return { key: `hazard/${id}`, title: HAZARDS.find((one) => one.id === id)?.name ?? id };
}

function Pair({ term, children }: { readonly term: string; readonly children: React.ReactNode }) {
  return (
    <div>
      <dt>{term}</dt>
      <dd>{children}</dd>
    </div>
  );
}
