/** Where a bin stands: what of sun, rain and the day’s swing comes to it. */
export const SHELTERS = ["indoors", "heated", "roof", "shade", "sun", "buried"] as const;
export type Shelter = (typeof SHELTERS)[number];
