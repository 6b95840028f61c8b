/** A scale on the packing table. What comes from it is a reading, with the scale's own error. */
export interface Scale {
  readonly name: string;
  /** @returns milligrams */
  read(on: { loadMg: number; parcelId: string }): Promise<number>;
}
