"use client";
import { SelectField } from "@/ui/field/SelectField";
import { KeptForm } from "@/ui/form/KeptForm";
import { useTypedForm } from "@/ui/form/useTypedForm";
import { ofBin } from "@/session/author";
import { surfaceM2 } from "@/core/bin/system";
import { speciesOf } from "@/core/catalogue/species";
import { formatCount, formatMass } from "@/core/quantity/format";
import type { BinToday } from "@/core/round/round";
import { lotKg } from "@/core/stocking/delivery";
import { newId } from "@/session/author";
import { useDraft } from "@/session/draft";
import { useSession } from "@/session/session";
import { DayField } from "@/ui/field/DayField";
import { Choice } from "@/ui/choice/Choice";
import { SPECIES } from "@/vocabulary/setup";
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import { useRouter } from "next/navigation";
import { CountHelper } from "./CountHelper";
import type { DeliveryTyped } from "./deliveryTyped";
import { deliveryFacts, emptyDelivery, readLots } from "./deliveryTyped";
import styles from "./Stock.module.css";

const YOUNG = [
  { value: "0", label: "all grown" },
  { value: "0.3", label: "a third young" },
  { value: "0.5", label: "half young" },
  { value: "0.8", label: "mostly young" },
] as const;

/** Worms that came, weighed, counted or by area, and which bins get how much of them. */
export function DeliveryForm({
  bins,
  first,
}: {
  readonly bins: readonly BinToday[];
  readonly first: string | undefined;
}) {
  const { db, units, today, author, keep } = useSession();
  const router = useRouter();
  const draft = useDraft(db, `stock/${first ?? ""}`, emptyDelivery(today, first ?? bins[0]!.bin.id));
  const { typed } = draft;
  const set = (changes: Partial<DeliveryTyped>) => draft.set((before) => ({ ...before, ...changes }));
  const context = {
    units,
    today,
    bins: bins.map(({ bin, state }) => ({
      id: bin.id,
      name: bin.name,
      firstDay: bin.firstDay,
      areaM2: surfaceM2(state.setup!),
      wormsKg: state.worms.massKg,
    })),
  };
  const lots = readLots(typed, context);
  const wholeKg = lots.lots.reduce((sum, lot) => sum + lotKg(lot, Number(typed.young)), 0);
  const givenTo = typed.shares.filter(({ percent }) => percent.trim() !== "" && Number(percent) !== 0);

  const { faults, isBusy, kept } = useTypedForm(typed, (now) => deliveryFacts(now, context));
  const save = kept(async ({ day, entries }) => {
    // One bin alone is no act across logs: its entry is corrected like any other.
    const act = entries.length > 1 ? { actId: newId() } : {};
    const rows = await Promise.all(
      entries.map(({ binId, facts }) => author.entries(ofBin(binId), day, [{ ...facts, ...act }])),
    );
    const saved = await keep(
      entries.length === 1 ? "Worms stocked" : `Worms shared among ${entries.length} bins`,
      rows.flat(),
    );
    if (!saved.ok) return;
    await draft.clear();
    router.push(`/bin?id=${entries[0]!.binId}`);
  });
  return (
    <KeptForm onSave={save} className={styles.form}>
      <section className={styles.lots} aria-label="What came">
        {typed.lots.map((lot, at) => (
          <div key={at} className={styles.lot}>
            <SelectField
              label="Which worm"
              value={lot.species}
              onChoose={(value) =>
                set({
                  lots: typed.lots.map((one, n) => (n === at ? { ...one, species: value } : one)),
                })
              }
              options={SPECIES.map((id) => ({ value: id, label: speciesOf(id).name }))}
            />
            <TextField
              label={
                units === "us"
                  ? "How many: 1 lb, 1000 worms, or 200 per sq ft"
                  : "How many: 500 g, 1000 worms, or 2000 per m²"
              }
              value={lot.amount}
              error={faults[`lot${at}`] !== undefined || lots.faults[`lot${at}`] !== undefined}
              helperText={faults[`lot${at}`] ?? lots.faults[`lot${at}`] ?? " "}
              onChange={({ target }) =>
                set({ lots: typed.lots.map((one, n) => (n === at ? { ...one, amount: target.value } : one)) })
              }
              slotProps={{ htmlInput: { maxLength: 60, autoComplete: "off" } }}
            />
          </div>
        ))}
        <p className={styles.row}>
          {typed.lots.length < 4 && (
            <Button onClick={() => set({ lots: [...typed.lots, { species: "hortensis", amount: "" }] })}>
              another kind of worm
            </Button>
          )}
          {typed.lots.length > 1 && (
            <Button onClick={() => set({ lots: typed.lots.slice(0, -1) })}>without the last</Button>
          )}
        </p>
        <CountHelper
          onUse={(amount) => set({ lots: typed.lots.map((one, n) => (n === 0 ? { ...one, amount } : one)) })}
        />
        <Choice
          title="How grown"
          name="young"
          options={YOUNG}
          chosen={typed.young}
          onChoose={(young) => young && set({ young })}
        />
      </section>
      <section className={styles.shares} aria-labelledby="shares">
        <h2 id="shares">Who gets them</h2>
        {wholeKg > 0 && (
          <p className={styles.quiet}>
            {formatMass(wholeKg, units)} in all
            {lots.lots.some(({ amount }) => "count" in amount) && ", as near as a number tells"}.
          </p>
        )}
        {typed.shares.map((share, at) => {
          const percent = Number(share.percent.replace(",", "."));
          return (
            <div key={at} className={styles.share}>
              <SelectField
                label="Bin"
                value={share.binId}
                onChoose={(value) =>
                  set({
                    shares: typed.shares.map((one, n) => (n === at ? { ...one, binId: value } : one)),
                  })
                }
                options={bins.map(({ bin }) => ({ value: bin.id, label: bin.name }))}
              />
              <TextField
                label="Share (%)"
                value={share.percent}
                error={faults[`share${at}`] !== undefined}
                helperText={
                  faults[`share${at}`] ??
                  (percent > 0 && wholeKg > 0 ? formatMass((wholeKg * percent) / 100, units) : " ")
                }
                onChange={({ target }) =>
                  set({
                    shares: typed.shares.map((one, n) =>
                      n === at ? { ...one, percent: target.value } : one,
                    ),
                  })
                }
                slotProps={{ htmlInput: { inputMode: "decimal", maxLength: 10, autoComplete: "off" } }}
              />
              <span className={styles.bar} aria-hidden="true">
                <i style={{ width: `${Math.max(0, Math.min(100, percent || 0))}%` }} />
              </span>
            </div>
          );
        })}
        <p className={styles.row}>
          {typed.shares.length < Math.min(12, bins.length) && (
            <Button
              onClick={() => {
                const next = bins.find(({ bin }) => !typed.shares.some(({ binId }) => binId === bin.id));
                const count = typed.shares.length + 1;
                const even = (at: number) =>
                  String(
                    at < count - 1 ? Math.floor(100 / count) : 100 - (count - 1) * Math.floor(100 / count),
                  );
                set({
                  shares: [...typed.shares, { binId: next?.bin.id ?? bins[0]!.bin.id, percent: "" }].map(
                    (one, at) => ({ ...one, percent: even(at) }),
                  ),
                });
              }}
            >
              share with another bin
            </Button>
          )}
          {typed.shares.length > 1 && (
            <Button onClick={() => set({ shares: typed.shares.slice(0, -1) })}>without the last</Button>
          )}
        </p>
        {faults.rest && (
          <div role="alert" className={styles.rest}>
            <p>{faults.rest}</p>
            <Choice
              title="What became of the rest"
              name="rest"
              options={[
                { value: "dead", label: "dead or missing" },
                { value: "givenAway", label: "given away" },
              ]}
              chosen={typed.rest === "" ? undefined : typed.rest}
              onChoose={(rest) => set({ rest: rest ?? "" })}
            />
          </div>
        )}
        <DayField day={typed.day} onDay={(day) => set({ day: day })} fault={faults.day} to={today} />
        <Button type="submit" variant="contained" disabled={isBusy}>
          {givenTo.length > 1 ? `Stock the ${givenTo.length} bins` : "Stock the bin"}
        </Button>
        {wholeKg > 0 && lots.lots.length > 0 && (
          <p className={styles.quiet}>
            About {formatCount((wholeKg * 1000) / speciesOf(lots.lots[0]!.speciesId).adultG)} grown worms’
            weight. Take out dead ones first; dry ones lie an hour under a damp cloth.
          </p>
        )}
      </section>
    </KeptForm>
  );
}
