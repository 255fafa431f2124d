/** A behaviour keepers know, the range it must fall in, and what the built model gives. Source: process model 13. */
export interface Envelope {
  readonly no: string;
  readonly what: string;
  readonly from: number;
  readonly to: number;
  readonly obtained: number;
}
