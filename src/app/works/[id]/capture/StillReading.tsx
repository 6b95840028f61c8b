'use client';
import { useRouter } from 'next/navigation';
import { useEffect } from 'react';
import { MarkedText } from '@/ui/Verdict';

/** Waits for a capture that is being read, and shows the page when it is there. */
export function StillReading({ masterId, fileName }: { masterId: string; fileName: string }) {
  const router = useRouter();
  useEffect(() => {
    const timer = setInterval(async () => {
      const s = await fetch(`/api/masters/${masterId}/state`)
        .then((r) => r.json())
        .catch(() => null);
      if (s && s.state !== 'reading') router.refresh();
    }, 700);
    return () => clearInterval(timer);
  }, [masterId, router]);
  return (
    <p role="status">
      <MarkedText kind="none">{fileName} is being read; this page follows by itself.</MarkedText>
    </p>
  );
}
