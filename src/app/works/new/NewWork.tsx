'use client';
import type { ReactNode } from 'react';
import { Head, Lead, PageTitle, Sheet, Wall } from '@/ui/Layout';

export function NewWork({ children }: { children: ReactNode }) {
  return (
    <Wall>
      <Head>
        <div>
          <PageTitle>A work, before it is captured</PageTitle>
          <Lead>Record it before it is sold: what is known now is hard to find out later.</Lead>
        </div>
      </Head>
      <Sheet>{children}</Sheet>
    </Wall>
  );
}
