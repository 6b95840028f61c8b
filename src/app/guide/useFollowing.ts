'use client';
import { useRouter } from 'next/navigation';
import { GUIDE_COOKIE } from './follow';

const YEAR_SECONDS = 31_536_000;

/** Keeps, or forgets, which work this browser is led along the way with; the strip over the pages follows it. */
export function useFollowing() {
  const router = useRouter();
  return (workId: string | null) => {
    const lasts = workId ? YEAR_SECONDS : 0;
    document.cookie = `${GUIDE_COOKIE}=${workId ?? ''}; path=/; max-age=${lasts}; samesite=strict`;
    router.refresh();
  };
}
