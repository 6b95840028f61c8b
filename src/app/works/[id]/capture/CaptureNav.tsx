import { PartsNav } from '@/ui/PartsNav';

const PARTS = [
  ['', 'What it holds'],
  ['plan', 'Plan a capture'],
  ['checks', 'Light, colour, squareness'],
  ['dust', 'Dust'],
  ['files', 'Prep and print files'],
  ['compare', 'Compare'],
] as const;

export const CaptureNav = ({ workId }: { workId: string }) => (
  <PartsNav workId={workId} station="capture" parts={PARTS} />
);
