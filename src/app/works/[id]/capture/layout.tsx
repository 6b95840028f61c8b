import type { ReactNode } from 'react';
import { CaptureNav } from './CaptureNav';

export default async function CaptureLayout({
  params,
  children,
}: {
  params: Promise<{ id: string }>;
  children: ReactNode;
}) {
  return (
    <>
      <CaptureNav workId={(await params).id} />
      {children}
    </>
  );
}
