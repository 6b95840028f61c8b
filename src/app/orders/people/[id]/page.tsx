import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { NotesPart } from '@/app/NotesPart';
import { seen } from '@/app/seen';
import { studio } from '@/app/server';
import { notesOf } from '@/store/notes';
import { boughtSays, personPage } from '@/studio/people/people';
import { BuyerView } from './BuyerView';
import { CraftView } from './CraftView';

type Props = { params: Promise<{ id: string }> };

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  const whole = await personPage(await studio(), (await params).id);
  if (!whole) return { title: 'Nobody' };
  return { title: `${(whole.is === 'buyer' ? whole.buyer : whole.craft).name} · People` };
}

async function PersonPage({ params }: Props) {
  const s = await studio();
  const whole = await personPage(s, (await params).id);
  if (!whole) notFound();
  const personId = (whole.is === 'buyer' ? whole.buyer : whole.craft).id;
  const noted = (
    <NotesPart
      subject="person"
      subjectId={personId}
      notes={await notesOf(s.db, { subject: 'person', subjectId: personId })}
    />
  );
  if (whole.is === 'craft') {
    const { name, craft, place, country, contact, priceMinor, days, notes } = whole.craft;
    return (
      <CraftView
        person={{ name, craft, place, country, contact, priceMinor, days, notes }}
        pieces={whole.pieces}
        notes={noted}
      />
    );
  }
  const { buyer, orders, prints, letter, facts } = whole;
  const { id, name, preferredName, email, address, country, notes } = buyer;
  const { mayWriteSince, mayWriteHow, removedAt } = buyer;
  const { currency } = await s.settings();
  return (
    <BuyerView
      person={{ id, name, preferredName, email, address, country, notes, removedAt }}
      permission={{ since: mayWriteSince, how: mayWriteHow, finding: letter }}
      bought={boughtSays(facts, currency)}
      orders={orders}
      prints={prints}
      notes={noted}
    />
  );
}

export default seen(PersonPage);
