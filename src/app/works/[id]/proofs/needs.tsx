import Link from 'next/link';
import { EmptyState } from '@/ui/Layout';

/** What must be there before colours can be foreseen, each with the way to it. */
export function Needs({ workId, lacks }: { workId: string; lacks: ('file' | 'size' | 'profile')[] }) {
  return (
    <EmptyState title="Not yet">
      <p>
        {lacks.includes('file') ? (
          <>
            A picture comes first: bring in a capture under{' '}
            <Link href={`/works/${workId}/capture`}>Capture</Link>.
          </>
        ) : lacks.includes('size') ? (
          <>
            A size comes first: offer one under <Link href={`/works/${workId}/sizes`}>Sizes</Link>.
          </>
        ) : (
          <>
            How a paper prints is read from its ICC profile: bring one in, or have the practice press make
            one, under <Link href="/papers/profiles">Papers, Profiles</Link>.
          </>
        )}
      </p>
    </EmptyState>
  );
}
