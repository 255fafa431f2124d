"use client";
import { inUnits } from "@/core/words/inUnits";
import type { HarvestPlan } from "@/core/harvest/harvestPlan";
import { harvestPlan, waysOf } from "@/core/harvest/harvestPlan";
import { ripeVerdict } from "@/core/harvest/ripe";
import type { Losses, Way, WayOffer } from "@/core/harvest/ways";
import { lossesOf, WAY_FACTS } from "@/core/harvest/ways";
import { aheadWithHarvest, wantedHarvest } from "@/core/bin/planAhead";
import { addDays, spokenDay } from "@/core/calendar/day";
import { partsOf } from "@/core/deed/parts";
import { deedsFor } from "@/core/deed/deed";
import { ofBin } from "@/session/author";
import { SelectField } from "@/ui/field/SelectField";
import { useGuarded } from "@/ui/useGuarded";
import { sayGain, sayOffer, sayStep, sayVerdict, WAY_WORDS } from "@/core/harvest/words";
import { profileOf } from "@/core/picture/profile";
import { formatLength, formatMass, formatPercent, formatPercentRange } from "@/core/quantity/format";
import { figureNotes } from "@/core/round/figureNotes";
import type { BinToday } from "@/core/round/round";
import { useDraft } from "@/session/draft";
import { useErrands } from "@/session/errand";
import { useSession } from "@/session/session";
import { BinFigure } from "@/ui/BinFigure";
import { Choice } from "@/ui/choice/Choice";
import room from "@/ui/room.module.css";
import { useViewport } from "@/ui/useViewport";
import Button from "@mui/material/Button";
import Link from "next/link";
import { useSearchParams } from "next/navigation";
import { useEffect, useMemo } from "react";
import styles from "./Harvest.module.css";
import type { HarvestTyped } from "./harvestTyped";
import { NOTHING_TYPED } from "./harvestTyped";
import { WeighInForm } from "./WeighInForm";

/** A harvest from the first look to the last weighing: is it ripe, by which way, step by step, and what it came to. */
export function HarvestRoom() {
  const { bins, today } = useSession();
  const params = useSearchParams();
  const one = bins?.find(({ bin }) => bin.id === params.get("id"));
  if (!bins) return <main className={room.room} aria-busy="true" />;
  const plan = one && harvestPlan(one.state, one.expectation, today);
  if (!one || !plan)
    return (
      <main className={room.room} data-usable="true">
        <h1 className={room.title}>{one ? `${one.bin.name}: nothing to harvest` : "No such bin"}</h1>
        <p className={room.lead}>
          {one
            ? "Nothing is known to lie where this bin is harvested."
            : "The address names a bin that is not in this cellar."}{" "}
          <Link href={one ? `/bin?id=${one.bin.id}` : "/bins"}>{one ? "Open the bin" : "To all bins"}</Link>
        </p>
      </main>
    );
  return <Session key={one.bin.id} one={one} plan={plan} />;
}

const SIGNS = [
  ["worms", "Worms in it", [["none", "none or one"], ["few", "a few"], ["many", "many"]]],
  ["smell", "It smells of", [["earth", "earth"], ["food", "food"], ["foul", "rot"]]],
  ["remains", "Food or bedding in it", [["none", "none"], ["some", "some"], ["much", "much"]]],
  ["holds", "Pressed, it", [["crumbles", "crumbles"], ["sticks", "sticks"], ["drips", "drips"]]],
] as const; // prettier-ignore

function Session({ one, plan: usual }: { readonly one: BinToday; readonly plan: HarvestPlan }) {
  const { db, units, today } = useSession();
  const { choose, ask } = useErrands();
  const view = useViewport();
  const { bin, state, expectation } = one;
  const draftKey = `harvest/${bin.id}`;
  const draft = useDraft<HarvestTyped>(db, draftKey, NOTHING_TYPED);
  const { typed } = draft;
  useEffect(() => choose(bin.id), [bin.id, choose]);
  const set = (change: Partial<HarvestTyped>) => draft.set((before) => ({ ...before, ...change }));
  const plan = useMemo(
    () => (typed.part ? harvestPlan(state, expectation, today, typed.part) : undefined) ?? usual,
    [typed.part, state, expectation, today, usual],
  );
  const verdict = ripeVerdict(typed.check, plan.forecast);
  const ways = waysOf(plan, state.setup!.system, typed);
  const way = typed.way === "" ? ways[0]!.way : typed.way;
  const profile = useMemo(
    () => profileOf(bin.id, state, expectation, today),
    [bin.id, state, expectation, today],
  );
  const notes = useMemo(
    () =>
      figureNotes(one, units, today)
        .filter(({ at }) => at === "working" || at === "castings")
        // Room for a short word only beside the drawing.
        .map(({ quiet, ...note }) => (quiet === undefined ? note : { ...note, quiet: quiet.split(";")[0]! })),
    [one, units, today],
  );
  const known = expectation.twin?.compartments ?? [];
  const part = known.find(({ id }) => id === plan.compartment);
  // What lies nowhere cannot be lifted.
  const parts = partsOf(state, expectation, today).filter(({ dryKg }) => dryKg > 0);
  const herd = expectation.twin?.herd && {
    wormsKg: expectation.wormsKg.middle,
    cocoons: expectation.twin.herd.cocoons,
  };
  const liftedShare = plan.part.wetKg > 0 ? plan.kg / plan.part.wetKg : 1;
  const offered = ways.find((offer) => offer.way === way);
  const gain = sayGain(plan.gainsKg, units);
  return (
    <main className={`${room.room} ${styles.harvest}`} data-usable={draft.isLoaded}>
      <h1 className={room.title}>
        Harvest <Link href={`/bin?id=${bin.id}`}>{bin.name}</Link>
      </h1>
      <div className={styles.sheet}>
        <div>
          {profile && (
            <BinFigure
              profile={profile}
              notes={notes}
              units={units}
              mostWidth={view.isNarrow ? view.width - 60 : 250}
              mostHeight={view.isNarrow ? 180 : 240}
              label={`${bin.name}, cut open`}
              cut={{
                part: plan.compartment,
                from: WAY_FACTS[way].from,
                depthM: plan.depthM,
                filledM: plan.part.depthM,
              }}
            />
          )}
          <section aria-labelledby="ripe">
            <h2 id="ripe">Is it ripe?</h2>
            <p className={styles.expected}>
              {expectation.twin ? "By the forecast" : "By rules of thumb, until the forecast is in,"} about{" "}
              <b>{formatMass(plan.kg, units, "bucket")}</b> of castings lie there,{" "}
              {formatLength(plan.depthM, units)} of its depth; it is{" "}
              {formatPercentRange(plan.forecast.share.low, plan.forecast.share.high)} finished.
            </p>
            {parts.length > 1 && (
              <ul className={styles.parts} aria-label="How far each part is: press the one you lift">
                {parts.map(({ compartment: { id, name }, ripeness }, at) => {
                  const ripe = known.find((other) => other.id === id)?.ripeness;
                  return (
                    <li key={id} data-here={id === plan.compartment}>
                      <button
                        type="button"
                        aria-pressed={id === plan.compartment}
                        onClick={() => set({ part: id, check: {} })}
                      >
                        {name ?? `part ${at + 1}`}
                      </button>
                      <i style={{ width: `${60 * ripeness}%` }} />
                      <span>{ripe ? formatPercentRange(ripe.low, ripe.high) : formatPercent(ripeness)}</span>
                    </li>
                  );
                })}
              </ul>
            )}
            <p className={styles.verdict} data-ripe={verdict.is} aria-live="polite">
              {sayVerdict(verdict)}
            </p>
            {verdict.is !== "ready" && gain && <p className={styles.expected}>{gain}</p>}
            <p className={styles.ask}>Take a handful out of its middle:</p>
            <div className={styles.signs}>
              {SIGNS.map(([of, title, options]) => (
                <Choice
                  key={of}
                  title={title}
                  name={of}
                  options={options.map(([value, label]) => ({ value, label }))}
                  chosen={typed.check[of]}
                  onChoose={(value) =>
                    draft.set((before) => {
                      const { [of]: _, ...rest } = before.check;
                      return { ...before, check: value === undefined ? rest : { ...rest, [of]: value } };
                    })
                  }
                />
              ))}
            </div>
          </section>
        </div>
        <div>
          <section aria-labelledby="how">
            <h2 id="how">How</h2>
            <fieldset className={styles.wishes}>
              <legend className="visually-hidden">What matters this time</legend>
              {(
                [
                  ["wantsWorms", "every worm back"],
                  ["isUrgent", "in a hurry"],
                  ["noLifting", "no heavy lifting"],
                ] as const
              ).map(([of, words]) => (
                <label key={of} className={styles.wish} data-chosen={typed[of]}>
                  <input
                    type="checkbox"
                    checked={typed[of]}
                    onChange={({ target }) => set({ [of]: target.checked })}
                  />
                  {words}
                </label>
              ))}
            </fieldset>
            <Ways
              ways={ways}
              chosen={way}
              onChoose={(next) => set({ way: next, steps: [], ...(typed.then === next ? { then: "" } : {}) })}
              lossesOf={(offer) => lossesOf(offer, herd, part?.wormShare ?? 1, liftedShare)}
            />
            <SelectField
              label="and then, if you mix ways"
              value={typed.then ?? ""}
              onChoose={(then) => set({ then, steps: typed.steps.filter((at) => at < SECOND) })}
              options={[
                { value: "" as const, label: "no other" },
                ...ways
                  .filter((offer) => offer.way !== way)
                  .map((offer) => ({ value: offer.way, label: WAY_WORDS[offer.way].name })),
              ]}
            />
          </section>
          <section aria-labelledby="steps">
            <h2 id="steps">
              {WAY_WORDS[way].name}
              {typed.then ? `, then ${WAY_WORDS[typed.then].name.toLowerCase()}` : ""}, step by step
            </h2>
            <ol className={styles.steps}>
              {stepsOf(way, typed.then).map(({ step, at }) => (
                <li key={at} data-done={typed.steps.includes(at)}>
                  <label>
                    <input
                      type="checkbox"
                      checked={typed.steps.includes(at)}
                      onChange={({ target }) =>
                        set({
                          steps: target.checked
                            ? [...typed.steps, at]
                            : typed.steps.filter((done) => done !== at),
                        })
                      }
                    />
                    <span>{sayStep(step, plan.depthM, units)}</span>
                  </label>
                </li>
              ))}
            </ol>
            {offered && offered.waitDays > 0 && (
              <Wait one={one} days={offered.waitDays} name={WAY_WORDS[way].name} />
            )}
            {(way === "lamp" || typed.then === "lamp") && (
              <Button variant="outlined" component={Link} href={`/lamp?ids=${bin.id}`}>
                Call me for the lamp rounds
              </Button>
            )}
            {deedsFor(state, false).includes("emptyRefill") && (
              <Button onClick={() => ask({ of: "deed", deed: "emptyRefill", binId: bin.id })}>
                clean it out and start again
              </Button>
            )}
            <p className={styles.caution}>
              Gloves if your skin is cut, and soap before food.{" "}
              {inUnits("A full 20 L bucket weighs 14–18 kg: half full is kinder to a back.", units)} Dust of
              dry castings is not for weak lungs.
            </p>
          </section>
        </div>
      </div>
      <WeighInForm one={one} plan={plan} way={way} draft={draft} draftKey={draftKey} />
    </main>
  );
}

/** Steps of the second way are numbered from here on. */
const SECOND = 100;
const stepsOf = (way: Way, then: Way | "" | undefined) => [
  ...WAY_WORDS[way].steps.map((step, at) => ({ step, at })),
  ...(then ? WAY_WORDS[then].steps.map((step, at) => ({ step, at: SECOND + at })) : []),
];

/** A way that waits for the worms to move: begun today, its day goes on the slate. */
function Wait({ one, days, name }: { readonly one: BinToday; readonly days: number; readonly name: string }) {
  const { today, author, keep } = useSession();
  const { guarded, isBusy } = useGuarded();
  const { bin, state } = one;
  const wanted = wantedHarvest(state, today);
  if (wanted)
    return <p className={styles.expected}>On the slate: to be lifted {spokenDay(wanted.on, today)}.</p>;
  const on = addDays(today, days);
  const put = () =>
    guarded(async () => {
      const rows = await author.entries(ofBin(bin.id), today, [
        { kind: "altered", changes: { ahead: aheadWithHarvest(state.setup?.ahead, { on }) } },
      ]);
      await keep(`${bin.name}: ${name.toLowerCase()} begun`, rows);
    });
  return (
    <Button variant="outlined" disabled={isBusy} onClick={() => void put()}>
      begun today: remind me {spokenDay(on, today)}
    </Button>
  );
}

/** The two that suit best, and the others when asked for. */
function Ways({
  ways,
  chosen,
  onChoose,
  lossesOf: losses,
}: {
  readonly ways: readonly WayOffer[];
  readonly lossesOf: (offer: WayOffer) => Losses | undefined;
  readonly chosen: WayOffer["way"];
  readonly onChoose: (way: WayOffer["way"]) => void;
}) {
  const { units } = useSession();
  const first = ways.slice(0, 2);
  const others = ways.slice(2);
  const line = (offer: WayOffer) => (
    <label
      key={offer.way}
      className={styles.way}
      data-chosen={offer.way === chosen}
      data-against={offer.against}
    >
      <input type="radio" name="way" checked={offer.way === chosen} onChange={() => onChoose(offer.way)} />
      <span>
        <b>{WAY_WORDS[offer.way].name}</b>
        <span className={styles.wayHow}>{WAY_WORDS[offer.way].how}</span>
        <span className={styles.cost}>{sayOffer(offer, losses(offer), units)}</span>
      </span>
    </label>
  );
  return (
    <>
      {first.map(line)}
      {others.length > 0 && (
        <details open={others.some(({ way }) => way === chosen)}>
          <summary>
            {others.length} other {others.length === 1 ? "way" : "ways"}
          </summary>
          {others.map(line)}
        </details>
      )}
    </>
  );
}
