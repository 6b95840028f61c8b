import '@fontsource-variable/archivo/wdth.css';
import '@fontsource-variable/newsreader/wght-italic.css';
import '@fontsource-variable/newsreader/wght.css';
import './scripts.css';
import type { Metadata } from 'next';
import { cookies } from 'next/headers';
import type { ReactNode } from 'react';
import { preload } from 'react-dom';
import type { UnitSystem } from '@/core/measure';
import { wayOf } from '@/core/guide/way';
import { wayFacts } from '@/store/way';
import { placeCounts } from '@/studio/reports/bench';
import { ActionsProvider, LastAction } from '@/ui/Actions';
import { Globals } from '@/ui/Globals';
import { KeysProvider } from '@/ui/Keys';
import { AppHeader, SkipLink } from '@/ui/AppHeader';
import { StudioIs } from '@/ui/seen';
import { StyledRegistry } from '@/ui/StyledRegistry';
import { UnitsProvider } from '@/ui/Units';
import { fontFiles } from './fontFiles';
import { isInside, PASS_COOKIE } from './guard';
import { StudioClosed } from './StudioClosed';
import { PracticeBanner } from './PracticeBanner';
import { readFollowed, GUIDE_COOKIE } from './guide/follow';
import { WayStrip } from './guide/WayStrip';
import { studio, whoseIsAsked, whyClosed } from './server';

export const metadata: Metadata = { title: { default: 'Glassine', template: '%s · Glassine' } };
export const dynamic = 'force-dynamic';
const FONTS = fontFiles();

export default async function RootLayout({ children }: { children: ReactNode }) {
  for (const font of FONTS) preload(font, { as: 'font', type: 'font/woff2', crossOrigin: 'anonymous' });
  const jar = await cookies();
  const inside = isInside(jar.get(PASS_COOKIE)?.value);
  const closed = await whyClosed();
  if (closed) return <StudioClosed message={closed} />;
  const s = await studio();
  const settings = await s.settings();
  const whose = await whoseIsAsked();
  const kept = jar.get('glassine_unit')?.value;
  const unit: UnitSystem = kept === 'mm' || kept === 'in' ? kept : settings.unit;
  return (
    <html lang="en">
      <body>
        <StyledRegistry>
          <Globals />
          <UnitsProvider first={unit} currency={settings.currency} timeZone={settings.timeZone}>
            <ActionsProvider>
              <KeysProvider>
                <StudioIs whose={whose} />
                <SkipLink />
                {whose === 'practice' && <PracticeBanner />}
                {inside && <AppHeader counts={await placeCounts(s)} />}
                {inside && <Followed workId={readFollowed(jar.get(GUIDE_COOKIE)?.value)} />}
                {children}
                <LastAction />
              </KeysProvider>
            </ActionsProvider>
          </UnitsProvider>
        </StyledRegistry>
      </body>
    </html>
  );
}

/** The next step of the work that this browser is led along the way with, where there is one. */
async function Followed({ workId }: { workId: string | null }) {
  if (!workId) return null;
  const facts = await wayFacts((await studio()).db, workId);
  return facts.work && <WayStrip work={facts.work} steps={wayOf(facts)} />;
}
