'use client';
import { useEffect, useState } from 'react';
import { MessagePage } from './MessagePage';

/** A page that failed: the cause, where the server knows one that is not its own. */
export default function Failed({ reset }: { error: Error; reset: () => void }) {
  const [cause, setCause] = useState<string | null>(null);
  useEffect(() => {
    let over = false;
    fetch('/api/state')
      .then((answer) => answer.json())
      .then((state: { message: string | null }) => {
        if (!over) setCause(state.message);
      })
      .catch(() => {
        if (!over) setCause('Glassine does not answer. Start it again; nothing that was kept is lost.');
      });
    return () => {
      over = true;
    };
  }, []);
  return (
    <MessagePage
      title="This page could not be made"
      message={cause ?? 'Nothing was changed. The server’s own log has the details.'}
      again={reset}
    />
  );
}
