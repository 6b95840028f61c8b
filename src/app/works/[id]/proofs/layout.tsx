import type { ReactNode } from 'react';
import { PartsNav } from '@/ui/PartsNav';

const PARTS = [
  ['', 'Rounds'],
  ['soft', 'Soft proof'],
  ['distance', 'Distance'],
  ['sheet', 'Proof sheet'],
  ['compare', 'Comparing back'],
  ['formulas', 'What passed'],
] as const;

export default async function ProofsLayout({
  params,
  children,
}: {
  params: Promise<{ id: string }>;
  children: ReactNode;
}) {
  return (
    <>
      <PartsNav workId={(await params).id} station="proofs" parts={PARTS} />
      {children}
    </>
  );
}
