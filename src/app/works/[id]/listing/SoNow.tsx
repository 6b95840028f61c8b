import { changedWords } from '@/core/listing/listing';
import { useUnits } from '@/ui/Units';

/** What is so now, with the words that differ from what was said standing out. */
export function SoNow({ said, now }: { said: string; now: string }) {
  const { sentence } = useUnits();
  const { before, changed, after } = changedWords(sentence(said), sentence(now));
  return (
    <>
      {before}
      <strong>{changed}</strong>
      {after}
    </>
  );
}
