import '@fontsource-variable/archivo/wdth.css';
import '@fontsource-variable/newsreader/wght-italic.css';
import '@fontsource-variable/newsreader/wght.css';
import type { Metadata } from 'next';
import { cookies } from 'next/headers';
import type { ReactNode } from 'react';
import type { UnitSystem } from '@/core/measure';
import { placeCounts } from '@/studio/benchToday';
import { ActsProvider, LastAct } from '@/ui/Acts';
import { Globals } from '@/ui/Globals';
import { KeysProvider } from '@/ui/Keys';
import { Rule } from '@/ui/Rule';
import { StyledRegistry } from '@/ui/StyledRegistry';
import { UnitsProvider } from '@/ui/Units';
import { isInside, PASS_COOKIE } from './guard';
import { Closed } from './Closed';
import { studio, whyClosed } from './server';

export const metadata: Metadata = { title: { default: 'Glassine', template: '%s · Glassine' } };
export const dynamic = 'force-dynamic';

export default async function RootLayout({ children }: { children: ReactNode }) {
  const jar = await cookies();
  const inside = isInside(jar.get(PASS_COOKIE)?.value);
  const closed = await whyClosed();
  if (closed) return <Closed says={closed} />;
  const s = await studio();
  const settings = await s.settings();
  const kept = jar.get('glassine_unit')?.value;
  const unit: UnitSystem = kept === 'mm' || kept === 'in' ? kept : settings.unit;
  return (
    <html lang="en">
      <body>
        <StyledRegistry>
          <Globals />
          <UnitsProvider first={unit} currency={settings.currency} timeZone={settings.timeZone}>
            <ActsProvider>
              <KeysProvider>
                {inside && <Rule counts={await placeCounts(s)} />}
                {children}
                <LastAct />
              </KeysProvider>
            </ActsProvider>
          </UnitsProvider>
        </StyledRegistry>
      </body>
    </html>
  );
}
