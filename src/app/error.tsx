'use client';
import { Nowhere } from './Nowhere';

export default function Failed({ reset }: { error: Error; reset: () => void }) {
  return (
    <Nowhere
      title="This page could not be made"
      says="Nothing was changed. The server’s own log has the details."
      again={reset}
    />
  );
}
