import { useAsked } from '@/ui/useAsked';

/** What a reading is at. */
export type Reading = { step: string; secondsLeft: number; megapixels: number; startedAt: number };
/** How far a capture is: being read, read, measured. */
export type MasterState = { state: string; reading: Reading | null; measured?: boolean };

export const isRead = ({ state }: MasterState) => state !== 'reading';
export const isMeasured = ({ measured }: MasterState) => measured === true;

/** Follows a capture until it is as far as is waited for. */
export const useMasterState = (id: string, isOver: (state: MasterState) => boolean) =>
  useAsked<MasterState>(`/api/masters/${id}/state`, { every: 700, isOver });
