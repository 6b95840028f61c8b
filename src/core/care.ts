/** Where backups go, how often, and how the last one went. */
export type Care = {
  folder: string;
  /** Days between backups that are made by themselves; nothing: only when asked. */
  everyDays: number | null;
  lastAt: string | null;
  lastSays: string;
  /** Whether the last one was made whole. */
  lastWell: boolean;
};
