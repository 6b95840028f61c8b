'use client';
import type { ReactNode } from 'react';
import { PageHeader, Lead, PageTitle, Panel, Page } from '@/ui/Layout';

export function NewWork({ children }: { children: ReactNode }) {
  return (
    <Page>
      <PageHeader>
        <div>
          <PageTitle>A work, before it is captured</PageTitle>
          <Lead>Record it before it is sold: what is known now is hard to find out later.</Lead>
        </div>
      </PageHeader>
      <Panel>{children}</Panel>
    </Page>
  );
}
