import type { Master } from '@/store/works';

/** Why nothing can be made of a capture yet. */
export const notYetRead = (master: Pick<Master, 'fileName' | 'state'>): string =>
  master.state === 'not read'
    ? `${master.fileName} is kept but could not be read: read it again under Capture first.`
    : `${master.fileName} is still being read.`;
