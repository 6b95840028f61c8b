import { useEffect } from 'react';

/** Leaving or reloading the page asks first, in the browser's own words, while something written is not recorded. */
export function useLeaveAsk(isWritten: boolean) {
  useEffect(() => {
    if (!isWritten) return;
    const onLeave = (event: BeforeUnloadEvent) => event.preventDefault();
    window.addEventListener('beforeunload', onLeave);
    return () => window.removeEventListener('beforeunload', onLeave);
  }, [isWritten]);
}
