'use client';
import { useRouter } from 'next/navigation';
import { useEffect } from 'react';
import { MarkedText } from '@/ui/Verdict';
import { isRead, useMasterState } from './useMasterState';

/** Waits for a capture that is being read, and shows the page when it is there. */
export function StillReading({ masterId, fileName }: { masterId: string; fileName: string }) {
  const router = useRouter();
  const { answer } = useMasterState(masterId, isRead);
  useEffect(() => {
    if (answer && isRead(answer)) router.refresh();
  }, [answer, router]);
  return (
    <p role="status">
      <MarkedText kind="none">{fileName} is being read; this page follows by itself.</MarkedText>
    </p>
  );
}
