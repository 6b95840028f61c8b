import type { ReactNode } from 'react';
import { PartsNav } from '@/ui/PartsNav';

const PARTS = [
  ['', 'Ladder'],
  ['crop', 'Crop and border'],
  ['mount', 'Mat and frame'],
  ['wrap', 'Canvas and bars'],
] as const;

export default async function SizesLayout({
  params,
  children,
}: {
  params: Promise<{ id: string }>;
  children: ReactNode;
}) {
  return (
    <>
      <PartsNav workId={(await params).id} station="sizes" parts={PARTS} />
      {children}
    </>
  );
}
