import { seen } from '@/app/seen';
import type { Metadata } from 'next';
import { studio } from '@/app/server';
import { equipmentAtHand } from '@/studio/capture/equipment';
import { PageHeader, Lead, PageTitle, Panel, Page } from '@/ui/Layout';
import { PlannerView } from '../[id]/capture/plan/PlannerView';

export const metadata: Metadata = { title: 'Plan a capture' };

async function PlanAlone() {
  const s = await studio();
  const settings = await s.settings();
  return (
    <Page>
      <PageHeader>
        <div>
          <PageTitle>Plan a capture</PageTitle>
          <Lead>
            Before there is a file: with what to capture an original, for the largest print wanted of it.
          </Lead>
        </div>
      </PageHeader>
      <Panel>
        <PlannerView
          workId={null}
          title="an original"
          picture={null}
          equipment={await equipmentAtHand(s.db)}
          currency={settings.currency}
          start={{
            kind: 'painting',
            original: null,
            smears: false,
            thick: false,
            gloss: false,
            print: null,
          }}
        />
      </Panel>
    </Page>
  );
}

export default seen(PlanAlone);
