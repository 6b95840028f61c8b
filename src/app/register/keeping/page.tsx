import { seen } from '@/app/seen';
import { studio } from '@/app/server';
import { registerLength } from '@/store/editions';
import { registerYears } from '@/store/reports';
import { signedHead } from '@/studio/editions/checking';
import { knownKeys } from '@/studio/editions/signingKeys';
import type { Metadata } from 'next';
import { KeepingView } from './KeepingView';

export const metadata: Metadata = { title: 'Keeping the register' };

async function KeepingPage() {
  const s = await studio();
  const [length, head, keys, settings] = await Promise.all([
    registerLength(s.db),
    signedHead(s),
    knownKeys(s),
    s.settings(),
  ]);
  return (
    <KeepingView
      years={await registerYears(s.db)}
      entries={length.entries}
      last={length.last}
      head={head}
      keys={keys.map(({ id, madeAt, retiredAt, why }) => ({ id, madeAt, retiredAt, why }))}
      words={settings.certificateWords}
      care={settings.careWords}
    />
  );
}

export default seen(KeepingPage);
