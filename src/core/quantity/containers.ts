/** A container of the keeper's own, measured once: what it holds, or what it gives in a minute. */
export interface Container {
  readonly name: string;
  readonly volumeL?: number | undefined;
  readonly litresPerMin?: number | undefined;
  /** One piece of something counted, as it weighs: a banana, a tea bag. */
  readonly pieceKg?: number | undefined;
}
