import type { Metadata } from 'next';
import { craftspersonModel, insertModel, serviceModel, stampModel } from '@/app/models';
import { seen } from '@/app/seen';
import { studio } from '@/app/server';
import { allServices } from '@/store/orders';
import { findColumns, findRows } from '@/store/rows';
import { policyOf } from '@/studio/orders/carriage';
import { SendingView } from './SendingView';

export const metadata: Metadata = { title: 'How it is sent' };

async function SendingPage() {
  const s = await studio();
  const { db } = s;
  const [services, stamps, inserts, people, supplies, goods, policy, settings] = await Promise.all([
    allServices(db),
    findRows(db, 'stamps', undefined, { orderBy: ['-valueMinor'] }),
    findRows(db, 'inserts', { archivedAt: null }, { orderBy: ['rule', 'name'] }),
    findRows(db, 'craftspeople', { archivedAt: null }, { orderBy: ['country', 'name'] }),
    findColumns(db, 'supplies', ['id', 'name']),
    findColumns(db, 'goods', ['id', 'name'], { archivedAt: null }),
    policyOf(s),
    s.settings(),
  ]);
  return (
    <SendingView
      services={services.map(serviceModel)}
      stamps={stamps.map(stampModel)}
      inserts={inserts.map(insertModel)}
      people={people.map(craftspersonModel)}
      supplies={supplies}
      goods={goods}
      policy={{ ...policy, holidayPlace: settings.holidayPlace }}
      today={await s.today()}
    />
  );
}

export default seen(SendingPage);
