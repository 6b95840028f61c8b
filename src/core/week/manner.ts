/** How the studio's days go, beside the hours they have. */
export type WeekManner = {
  /** When hands begin, minutes since midnight. */
  starts: number;
  /** To the counter and back; 0: parcels are fetched. */
  tripMinutes: number;
  /** Whoever has this reads the calendar; nothing: nobody does. */
  feedKey: string | null;
};

/** Starting figures of ours. */
export const USUAL_WEEK: WeekManner = { starts: 9 * 60, tripMinutes: 20, feedKey: null };
