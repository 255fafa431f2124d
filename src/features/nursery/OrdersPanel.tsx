"use client";
import { addDays, dayAndMonth } from "@/core/calendar/day";
import { speciesOf } from "@/core/catalogue/species";
import type { TubToday } from "@/core/nursery/due";
import type { OrderStands } from "@/core/nursery/orders";
import { isOpen, ordersAhead, supplyAhead } from "@/core/nursery/orders";
import { sayOrder, sayOrdered } from "@/core/nursery/words";
import { formatCount } from "@/core/quantity/format";
import type { Order } from "@/records/order";
import { useDraft } from "@/session/draft";
import { useSession } from "@/session/session";
import { Chart } from "@/ui/chart/Chart";
import { supplyChart } from "@/ui/chart/supplyChart";
import { DayField } from "@/ui/field/DayField";
import { optionsOf, SelectField } from "@/ui/field/SelectField";
import { KeptForm } from "@/ui/form/KeptForm";
import { readAs, useTypedForm } from "@/ui/form/useTypedForm";
import { useColours } from "@/ui/theme/useColours";
import { useGuarded } from "@/ui/useGuarded";
import type { OrderFor } from "@/vocabulary/nursery";
import { ORDER_FOR } from "@/vocabulary/nursery";
import { localDate } from "@/vocabulary/fields";
import type { SpeciesId } from "@/vocabulary/setup";
import Button from "@mui/material/Button";
import type { ReactNode } from "react";
import { useMemo } from "react";
import styles from "./Nursery.module.css";
import { readHerd } from "./nurseryTyped";
import { PlainField } from "./PlainField";

const FOR_WORDS: Readonly<Record<OrderFor, string>> = {
  gift: "a gift",
  sale: "to sell",
  bed: "a bed of your own",
};
const NOTHING = { name: "", purpose: "gift" as OrderFor, amount: "", due: "" };

/** What is promised and to whom, what is reserved for it, and whether what grows up will be there in time. */
export function OrdersPanel({
  tubs,
  onPack,
}: {
  readonly tubs: readonly TubToday[];
  readonly onPack: (order: Order) => void;
}) {
  const { db, orders, today, units, author, keep } = useSession();
  const { guarded, isBusy } = useGuarded();
  const colours = useColours();
  const draft = useDraft(db, "nursery/order", NOTHING);
  const open = useMemo(() => (orders ?? []).filter(isOpen), [orders]);
  const kinds = [
    ...new Set<SpeciesId>([
      ...open.map(({ speciesId }) => speciesId),
      ...tubs.map(({ tub }) => tub.speciesId),
    ]),
  ];
  const set = (change: Partial<typeof NOTHING>) => draft.set((before) => ({ ...before, ...change }));
  const { faults, kept } = useTypedForm(draft.typed, ({ name, purpose, amount, due }) => {
    const herd = readHerd(amount);
    const day = localDate.safeParse(due);
    const found = {
      ...(name.trim() === "" ? { name: "Who gets them?" } : {}),
      ...(herd.ok ? {} : { amount: herd.problem.sentence }),
      ...(herd.ok && ("count" in herd.value ? herd.value.count : herd.value.massKg) <= 0
        ? { amount: "How many, or how heavy?" }
        : {}),
      ...(day.success && day.data >= today ? {} : { due: "A day from today on." }),
    };
    return readAs(
      herd.ok && day.success
        ? { name: name.trim().slice(0, 80), purpose, amount: herd.value, dueOn: day.data }
        : undefined,
      found,
    );
  });
  const add = kept(async (promised) => {
    const saved = await keep(`Promised to ${promised.name}`, [
      author.first("orders", {
        ...promised,
        speciesId: tubs[0]?.tub.speciesId ?? "fetida",
        orderedOn: today,
      }),
    ]);
    if (saved.ok) draft.set(() => NOTHING);
  });
  const callOff = (order: Order) =>
    guarded(() =>
      keep(`${order.name}: called off`, [
        author.revised("orders", order, { closed: { on: today, as: "calledOff" } }),
      ]),
    );
  return (
    <section aria-labelledby="orders">
      <h2 id="orders" className={styles.title}>
        Promised
      </h2>
      {open.length === 0 && (
        <p className={styles.quiet}>
          Nothing is promised. What is written here is reserved, and held against what grows up in your trays.
        </p>
      )}
      {kinds.map((speciesId) => (
        <OfSpecies
          key={speciesId}
          speciesId={speciesId}
          isNamed={kinds.length > 1}
          tubs={tubs}
          open={open}
          render={(stands) => (
            <li key={stands.order.id}>
              <div>
                <b>{stands.order.name}</b>, {FOR_WORDS[stands.order.purpose]}:{" "}
                {sayOrdered(stands.order, units)} by {dayAndMonth(stands.order.dueOn, today)}
                {stands.packedCount > stands.heads &&
                  ` (${formatCount(stands.packedCount)} with a fair extra)`}
                <span data-is={stands.is} className={styles.stands}>
                  {sayOrder(stands, today)}
                </span>
              </div>
              <span>
                <Button size="small" onClick={() => onPack(stands.order)}>
                  {stands.order.purpose === "bed" ? "fill it" : "pack it"}
                </Button>
                <Button size="small" disabled={isBusy} onClick={() => void callOff(stands.order)}>
                  call off
                </Button>
              </span>
            </li>
          )}
          colours={colours}
        />
      ))}
      <div data-print="hide">
        <KeptForm onSave={add} className={styles.fields}>
          <PlainField
            label="For whom, or which bed"
            typed={draft.typed.name}
            onTyped={(name) => set({ name })}
            fault={faults.name}
          />
          <SelectField
            label="It is"
            value={draft.typed.purpose}
            options={optionsOf(ORDER_FOR, FOR_WORDS)}
            onChoose={(purpose) => set({ purpose })}
          />
          <PlainField
            label="Worms promised"
            typed={draft.typed.amount}
            onTyped={(amount) => set({ amount })}
            fault={faults.amount}
            helper={units === "us" ? "300, or 2.5 lb" : "300, or 1.2 kg"}
          />
          <DayField
            label="Due on"
            day={draft.typed.due}
            onDay={(due) => set({ due })}
            fault={faults.due}
            from={today}
          />
          <Button type="submit" variant="outlined" disabled={isBusy}>
            promise it
          </Button>
        </KeptForm>
      </div>
    </section>
  );
}

function OfSpecies({
  speciesId,
  isNamed,
  tubs,
  open,
  render,
  colours,
}: {
  readonly speciesId: SpeciesId;
  readonly isNamed: boolean;
  readonly tubs: readonly TubToday[];
  readonly open: readonly Order[];
  readonly render: (stands: OrderStands) => ReactNode;
  readonly colours: ReturnType<typeof useColours>;
}) {
  const { today } = useSession();
  const { supply, stands } = useMemo(() => {
    const last = open.reduce((latest, { dueOn }) => (dueOn > latest ? dueOn : latest), addDays(today, 1));
    const ahead = supplyAhead(tubs, speciesId, today, last);
    return { supply: ahead, stands: ordersAhead(open, ahead, speciesId, today) };
  }, [tubs, open, speciesId, today]);
  const option = useMemo(
    () =>
      supplyChart(
        supply.days,
        stands.map(({ order, reservedCount }) => ({ on: order.dueOn, heads: reservedCount })),
        colours,
      ),
    [supply, stands, colours],
  );
  const there = supply.days[0]!.heads.middle;
  const reserved = stands.at(-1)?.reservedCount ?? 0;
  const comes = supply.days.at(-1)!.heads.middle > 0;
  return (
    <>
      {isNamed && <h3>{speciesOf(speciesId).name}</h3>}
      {(comes || stands.length > 0) && (
        <p>
          Grown up in trays by now: about <b>{formatCount(Math.round(there))}</b>; reserved{" "}
          <b>{formatCount(reserved)}</b>
          {supply.uncounted > 0 &&
            `; ${supply.uncounted} ${supply.uncounted === 1 ? "tray that nobody counted is" : "trays that nobody counted are"} not in it`}
          .
        </p>
      )}
      {stands.length > 0 && <ul className={styles.orders}>{stands.map(render)}</ul>}
      {comes && (
        <Chart
          option={option}
          height={250}
          label="Grown worms to come week by week with their range, and what is promised of them"
        />
      )}
    </>
  );
}
