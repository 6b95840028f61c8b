import { changedWords } from '@/core/listing/listing';

/** What is so now, with the words that differ from what was said standing out. */
export function SoNow({ said, now }: { said: string; now: string }) {
  const { before, changed, after } = changedWords(said, now);
  return (
    <>
      {before}
      <strong>{changed}</strong>
      {after}
    </>
  );
}
