import type { PaperPage } from '@/studio/papers/papers';

export type Setting = { id: string; machineId: string; setting: string; feed: string; notes: string };

export type Props = PaperPage & { machines: { id: string; name: string }[]; settings: Setting[] };
