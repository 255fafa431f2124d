import { z } from "./z";

/*
 * The field schemas every record is built from. A numeric field is made here once, and its name ends in its unit
 * wherever it is used; records.test.ts walks all published schemas and refuses a name that does not.
 */

/** Names that every object has: as a key they would find something where nothing was kept. */
const isPlainKey = (key: string): boolean => !(key in Object.prototype);
const brandedId = <B extends string>(_brand: B) =>
  z
    .string()
    .regex(/^[A-Za-z0-9_-]{1,64}$/, "an id of up to 64 letters, digits, - or _")
    .refine(isPlainKey, "an id that is no word of the language")
    .brand<B>();

export const binId = brandedId("BinId");
export const roomId = brandedId("RoomId");
export const cellarId = brandedId("CellarId");
export const settingsId = brandedId("SettingsId");
export const entryId = brandedId("EntryId");
export const rowId = brandedId("RowId");
export const visitId = brandedId("VisitId");
export const actId = brandedId("ActId");
export const deviceId = brandedId("DeviceId");
export const compartmentId = brandedId("CompartmentId");
/** Of records that nothing else branches on: materials, batches, plans, timetables. */
export const recordId = brandedId("RecordId");
export const subjectId = brandedId("SubjectId");

export type BinId = z.infer<typeof binId>;
export type CompartmentId = z.infer<typeof compartmentId>;

/** A calendar day where the bin stands, `2026-03-29`. It sorts as text. */
export const localDate = z
  .string()
  .regex(/^(19|20|21)\d\d-(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])$/, "a day written like 2026-03-29")
  .refine((text) => {
    const month = Number(text.slice(5, 7));
    const day = Number(text.slice(8, 10));
    const year = Number(text.slice(0, 4));
    const isLeap = (year % 4 === 0 && year % 100 !== 0) || year % 400 === 0;
    return day <= [31, isLeap ? 29 : 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31][month - 1]!;
  }, "a day that is in the calendar")
  .brand<"LocalDate">();
export type LocalDate = z.infer<typeof localDate>;

/** A moment, ISO text ending in Z. It serves order and merging only, never arithmetic. */
export const instant = z
  .string()
  .regex(
    /^(19|20|21)\d\d-\d\d-\d\dT([01]\d|2[0-3]):[0-5]\d:[0-5]\d\.\d{3}Z$/,
    "a moment written like 2026-03-29T07:05:00.000Z",
  )
  .refine(
    (text) => localDate.safeParse(text.slice(0, 10)).success,
    "a moment of a day that is in the calendar",
  )
  .brand<"Instant">();
export type Instant = z.infer<typeof instant>;

/** Bounds are generous: they catch a slip of unit (grams as kilograms), not an unusual bin. */
export const massKg = z.number().min(0).max(100_000);
export const volumeL = z.number().min(0).max(1_000_000);
export const lengthM = z.number().min(0.01).max(100);
export const depthM = z.number().min(0).max(10);
export const temperatureC = z.number().min(-60).max(100);
/** Water mass over wet mass; 60 typed for 0.60 is refused here. */
export const moisture = z.number().min(0).max(0.99);
export const fraction = z.number().min(0).max(1);
export const count = z.number().int().min(0).max(10_000_000);
export const place = z.number().int().min(1).max(99);

export const name = z.string().trim().min(1, "a name").max(80, "a name of at most 80 letters");
export const text = z.string().max(4_000, "a note of at most 4000 letters");
export const materialId = z
  .string()
  .regex(/^[a-z0-9-]{1,64}$/)
  .refine(isPlainKey, "an id that is no word of the language");
