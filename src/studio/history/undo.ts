/** So long an act can be taken back; the files it let go of are kept as long. */
export const UNDO_DAYS = 7;
