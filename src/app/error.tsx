'use client';
import { useEffect, useState } from 'react';
import { Nowhere } from './Nowhere';

/** A page that failed: the cause, where the server knows one that is not its own. */
export default function Failed({ reset }: { error: Error; reset: () => void }) {
  const [cause, setCause] = useState<string | null>(null);
  useEffect(() => {
    let over = false;
    fetch('/api/state')
      .then((answer) => answer.json())
      .then((state: { says: string | null }) => {
        if (!over) setCause(state.says);
      })
      .catch(() => {
        if (!over) setCause('Glassine does not answer. Start it again; nothing that was kept is lost.');
      });
    return () => {
      over = true;
    };
  }, []);
  return (
    <Nowhere
      title="This page could not be made"
      says={cause ?? 'Nothing was changed. The server’s own log has the details.'}
      again={reset}
    />
  );
}
