"use client";
import { dayAndMonth, spokenDay } from "@/core/calendar/day";
import { speciesOf } from "@/core/catalogue/species";
import type { TubToday } from "@/core/nursery/due";
import type { ParcelFor } from "@/core/nursery/parcel";
import { PARCEL_FOR, parcelOf, postDay } from "@/core/nursery/parcel";
import { sayOrdered } from "@/core/nursery/words";
import { headsOf } from "@/core/nursery/state";
import { formatCount, formatMass, formatTemperatureRange, formatVolume } from "@/core/quantity/format";
import type { HerdAmount } from "@/records/entry";
import type { Order } from "@/records/order";
import { ofBin } from "@/session/author";
import { useDraft } from "@/session/draft";
import { useSession } from "@/session/session";
import { useWeather } from "@/session/weather";
import { optionsOf, SelectField } from "@/ui/field/SelectField";
import { useGuarded } from "@/ui/useGuarded";
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import styles from "./Nursery.module.css";
import { readHerd } from "./nurseryTyped";
import { useNurseryAct } from "./useNurseryAct";

const FOR_WORDS: Readonly<Record<ParcelFor, string>> = {
  bin: "a bin",
  bait: "bait",
  setFree: "to be set free",
};
const HOW = { sold: "sold", given: "given away" } as const;
const NOTHING = {
  amount: "",
  from: "",
  to: "",
  wantedFor: "bin" as ParcelFor,
  how: "given" as keyof typeof HOW,
};

/** As it was given, to be read again; a tenth more goes into a parcel anyway. */
const sayAmount = ({ amount }: Order): string =>
  amount.typed ?? ("count" in amount ? String(amount.count) : `${amount.massKg} kg`);

/** Worms for somebody else: counted with a fair extra, packed moist, posted when the weather allows, and a page for the first week. */
export function ParcelPanel({
  tubs,
  order,
  onPacked,
}: {
  readonly tubs: readonly TubToday[];
  /** The order that is being packed: it says how many, for whom and how. */
  readonly order: Order | undefined;
  readonly onPacked: () => void;
}) {
  const { db, bins, units, today, author, keep } = useSession();
  const write = useNurseryAct();
  const { guarded, isBusy } = useGuarded();
  const weather = useWeather();
  const draft = useDraft(db, "nursery/parcel", NOTHING);
  const typed = order
    ? {
        ...draft.typed,
        amount: sayAmount(order),
        to: order.name,
        wantedFor: "bin" as const,
        how: order.purpose === "sale" ? ("sold" as const) : ("given" as const),
      }
    : draft.typed;
  const set = (change: Partial<typeof NOTHING>) => draft.set((before) => ({ ...before, ...change }));
  const isBed = order?.purpose === "bed";
  const trays = tubs.filter(({ tub, state }) => tub.role === "tray" && state.stage === "brood");
  const herds = (bins ?? []).filter(
    ({ state }) => state.setup && !state.setup.retired && state.worms.massKg > 0,
  );
  const tray = trays.find(({ tub }) => tub.id === typed.from);
  const herd = herds.find(({ bin }) => bin.id === typed.from);
  const speciesId = tray?.tub.speciesId ?? herd?.state.worms.speciesId ?? "fetida";
  const read = typed.amount.trim() === "" ? undefined : readHerd(typed.amount);
  const heads = read?.ok ? headsOf(read.value, { speciesId }) : 0;
  const answer = read?.ok ? parcelOf(heads, speciesId, typed.wantedFor) : undefined;
  const post = weather && postDay(weather.outlook.days, speciesId, today);
  const has = herd ? (1000 * herd.expectation.wormsKg.middle) / speciesOf(speciesId).adultG : undefined;
  const tooMany = has !== undefined && answer?.ok === true && answer.value.packedCount > 0.5 * has;
  const gone = (amount: HerdAmount) =>
    guarded(async () => {
      const to = typed.to.trim();
      const how = isBed ? "moved" : HOW[typed.how];
      const label = `${formatCount(heads)} worms ${how}${to ? ` to ${to}` : ""}`;
      const fact = { kind: "wormsTaken" as const, amount, note: `${how}${to ? ` to ${to}` : ""}` };
      const filled = order ? [author.revised("orders", order, { closed: { on: today, as: "filled" } })] : [];
      const kept = tray
        ? await write(label, { lines: [{ tubId: tray.tub.id, fact }], trays: [] }, undefined, filled)
        : (await keep(label, [...(await author.entries(ofBin(herd!.bin.id), today, [fact])), ...filled])).ok;
      if (!kept) return;
      draft.set(() => NOTHING);
      onPacked();
    });
  return (
    <section aria-labelledby="parcel">
      <h2 id="parcel" className={styles.title}>
        Worms for somebody else
      </h2>
      {order && (
        <p data-print="hide">
          <b>{order.name}</b>: {sayOrdered(order, units)}, promised for {dayAndMonth(order.dueOn, today)}.{" "}
          <Button size="small" onClick={onPacked}>
            not now
          </Button>
        </p>
      )}
      <div className={styles.fields} data-print="hide">
        <TextField
          label="How many, or how heavy"
          disabled={order !== undefined}
          value={typed.amount}
          error={read?.ok === false}
          helperText={
            read?.ok === false ? read.problem.sentence : units === "us" ? "250, or 4 oz" : "250, or 120 g"
          }
          onChange={({ target }) => set({ amount: target.value })}
          slotProps={{ htmlInput: { autoComplete: "off", maxLength: 40 } }}
        />
        <SelectField
          label="Out of"
          value={typed.from}
          empty="choose a tray or a bin"
          options={[
            ...trays.map(({ tub }) => ({ value: tub.id, label: tub.name })),
            ...herds.map(({ bin }) => ({ value: bin.id, label: bin.name })),
          ]}
          onChoose={(from) => set({ from })}
        />
        {!order && (
          <>
            <SelectField
              label="For"
              value={typed.wantedFor}
              options={optionsOf(PARCEL_FOR, FOR_WORDS)}
              onChoose={(wantedFor) => set({ wantedFor })}
            />
            <SelectField
              label="They are"
              value={typed.how}
              options={optionsOf(["given", "sold"] as const, HOW)}
              onChoose={(how) => set({ how })}
            />
            <TextField
              label="To whom"
              value={typed.to}
              helperText=" "
              onChange={({ target }) => set({ to: target.value })}
              slotProps={{ htmlInput: { autoComplete: "off", maxLength: 80 } }}
            />
          </>
        )}
      </div>
      {answer && !answer.ok && (
        <p role="alert" className={styles.late}>
          {answer.problem.code === "parcel/set-free"
            ? "Not for that. Compost worms starve or freeze in plain soil, and where earthworms are strangers they ruin woods: many places forbid it. Give them for a bin or a compost heap."
            : "How many?"}
        </p>
      )}
      {answer?.ok && (
        <>
          <ul className={styles.verdicts}>
            <li>
              Count out <b>{formatCount(answer.value.packedCount)}</b>, a tenth more than asked for: about{" "}
              {formatMass(answer.value.wormsKg, units)} of {speciesOf(speciesId).name.toLowerCase()}s.
            </li>
            <li>
              Pack them in {formatVolume(answer.value.beddingL, units)} of damp bedding (
              {formatVolume(answer.value.waterL, units)} of water in it, no drop when squeezed), in a cloth
              bag in a box of {formatVolume(answer.value.boxL, units)} with holes. No food on the way.
            </li>
            <li>
              {weather === undefined
                ? "By post only in mild weather, Monday to Wednesday. Where the cellar lies is not known, so no day is proposed."
                : post === undefined
                  ? "By post not in the next ten days: too hot, too cold, or over a Sunday. By hand any day."
                  : `By post ${spokenDay(post, today)}: ${formatTemperatureRange(
                      weather.outlook.days.find(({ day }) => day === post)?.lowC ?? 0,
                      weather.outlook.days.find(({ day }) => day === post)?.highC ?? 0,
                      units,
                    )} that day, and not over a Sunday.`}
            </li>
            <li>Selling and sending live worms has rules of its own in each place; ask before you do.</li>
          </ul>
          {tooMany && (
            <p className={styles.late}>
              That is more than half of the herd there: it would need half a year to come back.
            </p>
          )}
          <div className={styles.gift}>
            <h3>The first week, for whoever gets them</h3>
            <ol>
              <li>
                Open the box in the evening and tip all of it onto damp bedding, light on above: they go down
                by themselves.
              </li>
              <li>
                No food for three days, then a handful of soft scraps under the bedding. More when it is gone.
              </li>
              <li>Damp as a wrung cloth: one or two drops out of a squeezed handful.</li>
              <li>
                {formatTemperatureRange(15, 25, units)}, out of the sun. A few wander in the first nights;
                leave a light on.
              </li>
              <li>Never into a garden, wood or water. If you give up, bring them back.</li>
            </ol>
          </div>
          <p data-print="hide">
            <Button variant="outlined" onClick={() => window.print()}>
              print the page
            </Button>{" "}
            <Button
              variant="contained"
              disabled={isBusy || (!tray && !herd)}
              onClick={() => read?.ok && void gone(read.value)}
            >
              they are gone: keep it
            </Button>
          </p>
        </>
      )}
    </section>
  );
}
