import { addDays } from "@/core/calendar/day";
import type { Order } from "@/records/order";
import { orderSchema } from "@/records/order";
import type { LocalDate } from "@/vocabulary/fields";

type Head = (id: string) => Record<string, unknown>;

/** What is promised of the nursery: a gift soon, some to sell in a while, a bed of one's own by spring, and one that went out. */
export function demoOrders(lastDay: LocalDate, head: Head): readonly Order[] {
  const order = (id: string, facts: Omit<Order, "schemaVersion" | "rowId" | "revision" | "recordedAt" | "deviceId" | "id" | "speciesId">) =>
    orderSchema.parse({ ...head(id), schemaVersion: 1, speciesId: "fetida", ...facts }); // prettier-ignore
  const after = (days: number) => addDays(lastDay, days);
  return [
    order("demo-order-1", {
      name: "Linnet, first bin",
      purpose: "gift",
      amount: { count: 300, measuredBy: "guessed" },
      orderedOn: after(-20),
      dueOn: after(70),
    }),
    order("demo-order-2", {
      name: "Allotment stall",
      purpose: "sale",
      amount: { massKg: 3, measuredBy: "guessed" },
      orderedOn: after(-9),
      dueOn: after(58),
    }),
    order("demo-order-3", {
      name: "Leaf-mould bed",
      purpose: "bed",
      amount: { massKg: 14, measuredBy: "guessed" },
      orderedOn: after(-9),
      dueOn: after(130),
    }),
    order("demo-order-4", {
      name: "School corner",
      purpose: "gift",
      amount: { count: 250, measuredBy: "weighed" },
      orderedOn: after(-60),
      dueOn: after(-22),
      closed: { on: after(-23), as: "filled" },
    }),
  ];
}
